import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { placements, waysToFit, type Candidate } from '@petrichor/core/fit';
import { sayDrive } from '@petrichor/core/hardware';
import { slotsOfJob, type JobState } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { selectModels, selectParts } from '../../state/knowledge/knowledge.reducer';
import { StateMark } from '../../ui/state-mark';
import { MARKS, sayRate } from './words';

/** Several slots, several drives: second drive or replacement, and which drive holds the system. */
@Component({
  selector: 'p-match-ways',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (ways(); as rows) {
      <h2>{{ drive() }}: in which slot?</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">Slot</th>
            <th scope="col">Verdict</th>
            <th scope="col">Old drive</th>
            <th scope="col">Speed there</th>
            <th scope="col">In all</th>
          </tr>
        </thead>
        <tbody>
          @for (way of rows; track way.slotId) {
            <tr>
              <th scope="row">
                {{ way.slotLabel }}<br /><span class="mu small">{{
                  way.plan === 'replace' ? 'replacement' : 'second drive'
                }}</span>
              </th>
              <td>
                <p-state-mark [mark]="marks[way.verdict.outcome]" [size]="14" /> {{ way.verdict.headline }}
                @if (way.verdict.outcome === 'no' || way.verdict.outcome === 'unknown') {
                  <br /><span class="mu small">{{ way.verdict.because }}</span>
                }
              </td>
              <td>{{ way.oldDrive }}</td>
              <td class="m">
                {{ way.link?.usableBytesPerSecond ? rate(way.link!.usableBytesPerSecond!) : '–' }}
              </td>
              <td class="m">{{ way.totalGb === null ? 'not known' : way.totalGb + ' GB' }}</td>
            </tr>
          }
        </tbody>
      </table>
    }
    @if (several().length > 1) {
      <h2>Those you compare, all in this machine</h2>
      @for (placement of spread(); track $index) {
        <div class="placement">
          <p><p-state-mark [mark]="marks[placement.outcome]" [size]="15" /> {{ placement.sentence }}</p>
          <ul>
            @for (seat of placement.seats; track seat.slotId) {
              <li>
                {{ name(seat.drive) }} in {{ seat.slotLabel
                }}{{ seat.holdsSystem ? ', holds the system' : '' }}:
                {{ seat.verdict.headline }}
                @if (seat.verdict.outcome === 'no') {
                  <span class="mu small">{{ seat.verdict.because }}</span>
                }
              </li>
            }
          </ul>
          @if (placement.outcome === 'fits' || placement.outcome === 'extras') {
            <button class="tgt" type="button" (click)="taken.emit(placement.seats)">
              Take {{ placement.seats.length === 2 ? 'both' : 'all ' + placement.seats.length }} so
            </button>
          }
        </div>
      } @empty {
        <p class="mu">The machine has fewer slots than drives.</p>
      }
    } @else {
      <p class="mu small">
        Press C on two to four drives: the best way to spread them over the slots stands here.
      </p>
    }
    <p class="mu small">
      Left in unplugged, a failed drive keeps the data inside: its leads are insulated, and the customer is
      told.
    </p>
  `,
  styles: `
    table {
      border-collapse: collapse;
      width: 100%;
      margin: 8px 0 16px;
    }
    th,
    td {
      text-align: left;
      padding: 7px 10px 7px 0;
      border-top: 1px solid var(--line);
      vertical-align: top;
    }
    thead th {
      border-top: 0;
      font-size: 13px;
      color: var(--muted);
    }
    tbody th {
      font-weight: 650;
    }
    .placement {
      border-top: 1px solid var(--line);
      padding: 8px 0;
    }
    .placement p {
      font-weight: 650;
    }
    .placement:not(:first-of-type) p {
      font-weight: 400;
    }
    li {
      padding-left: 20px;
    }
  `,
})
export class MatchWays {
  readonly job = input.required<JobState>();
  readonly candidate = input.required<Candidate>();
  /** Drives that are compared: they may all go in. */
  readonly several = input.required<readonly Candidate[]>();
  /** All of a spread, by one press. */
  readonly taken = output<Spread>();
  private readonly store = inject(Store);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly parts = this.store.selectSignal(selectParts);
  protected readonly marks = MARKS;
  protected readonly rate = sayRate;
  protected readonly name = sayDrive;
  protected readonly drive = computed(() => sayDrive(this.candidate().drive));

  private readonly machine = computed(() => {
    const job = this.job();
    const model = this.models().find((one) => one.id === job.intake.modelId);
    return (
      model && {
        model,
        variantId: job.variantId,
        slots: slotsOfJob(model, job),
        need: job.need,
        parts: this.parts(),
        staying: [],
      }
    );
  });
  protected readonly ways = computed(() => {
    const machine = this.machine();
    return machine ? waysToFit(machine, this.candidate().drive) : null;
  });
  protected readonly spread = computed(() => {
    const machine = this.machine();
    const drives = this.several().map((one) => one.drive);
    return machine && drives.length > 1 ? placements(machine, drives).slice(0, 3) : [];
  });
}

type Spread = ReturnType<typeof placements>[number]['seats'];
