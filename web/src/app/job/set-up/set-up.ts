import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { mainDrive, missing, sayPlan, setUpHints, setUpItems, type JobState } from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { emptyJobDraft } from '../../ui/draft';
import { TextField } from '../../ui/field/text-field';
import { StateMark } from '../../ui/state-mark';
import { CompanionsPanel } from './companions-panel';

/**
 * Settings back off the tray, the system in place item by item, and what else was changed while the machine
 * was open.
 */
@Component({
  selector: 'p-set-up-section',
  imports: [CompanionsPanel, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  template: `
    <h1>
      {{
        left() === 0
          ? 'Set up.'
          : left() === 1
            ? 'One thing left to set up.'
            : left() + ' things left to set up.'
      }}
    </h1>
    <p class="lead">{{ plan() }}. Must not be lost: {{ job().intake.mustNotLose }}</p>
    <div class="columns">
      <section>
        <h2>System in place</h2>
        <ul class="lines">
          @for (item of items(); track item.id) {
            <li [attr.data-gate]="'set-up:' + item.id">
              <span class="done">
                <p-state-mark [mark]="item.done ? 'settled' : 'needs'" [size]="16" />
                <span
                  ><b>{{ item.say }}</b
                  ><br /><span class="mu">{{ item.told || item.how }}</span></span
                >
              </span>
              @if (item.done) {
                <button class="tgt" type="button" (click)="check(item.id, 'open', '')">Open again</button>
              } @else {
                <span class="row">
                  <button class="tgt" type="button" (click)="check(item.id, 'done', '')">Done</button>
                  <button class="link" type="button" (click)="ask(item.id, 'done')">with a note</button>
                  <button class="tgt" type="button" (click)="ask(item.id, 'not-needed')">Not needed</button>
                </span>
              }
            </li>
            @if (asking()?.id === item.id) {
              <li>
                <form
                  class="row"
                  (submit)="$event.preventDefault(); check(item.id, asking()!.outcome, why())"
                >
                  <p-text-field
                    [label]="
                      asking()!.outcome === 'done'
                        ? 'What is still missing, or worth knowing'
                        : 'Why it is not needed'
                    "
                    fieldId="why"
                    most="300"
                    [(value)]="why"
                  />
                  <button class="tgt" type="submit">Keep it</button>
                </form>
              </li>
            }
          } @empty {
            <li class="mu">The system is as it was: nothing has to be put in place.</li>
          }
        </ul>
        <p class="fault" role="alert">{{ fault() }}</p>
      </section>
      <section>
        <h2>Settings back</h2>
        <ul class="lines">
          @for (item of settings(); track item.id) {
            <li [attr.data-gate]="'setting:' + item.id">
              <span class="done"
                ><p-state-mark [mark]="item.out > 0 ? 'needs' : 'settled'" [size]="16" /><b>{{
                  item.label
                }}</b></span
              >
              @if (item.out > 0) {
                <button class="tgt" type="button" (click)="turnOn(item.id)">Back on</button>
              } @else {
                <span>back on</span>
              }
            </li>
          } @empty {
            <li class="mu">None was turned off.</li>
          }
        </ul>
        @for (hint of hints(); track hint) {
          <p class="mu">{{ hint }}</p>
        }
        <p class="mu">
          The first start after the battery was off may be late, the clock wrong: firmware has lost its
          settings and asks once.
        </p>
        <p-companions-panel [job]="job()" />
      </section>
    </div>
  `,
})
export class SetUpSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly asking = signal<{ readonly id: string; readonly outcome: 'done' | 'not-needed' } | null>(
    null,
  );
  protected readonly why = emptyJobDraft(() => this.job().id, 'set-up-why', '');
  protected readonly fault = signal('');
  protected readonly plan = computed(() =>
    this.job().safeguard
      ? sayPlan(sure(this.job().safeguard).plan)
      : mainDrive(this.job())
        ? 'No plan for the data'
        : 'No drive went in: the data stays where it was',
  );
  protected readonly hints = computed(() =>
    setUpHints(this.models().find((one) => one.id === this.job().intake.modelId)),
  );
  protected readonly items = computed(() =>
    setUpItems(this.job()).map((item) => {
      const said = this.job().setUp[item.id];
      return {
        ...item,
        done: said !== undefined,
        told: said?.note ? `${said.outcome === 'not-needed' ? 'Not needed: ' : ''}${said.note}` : '',
      };
    }),
  );
  protected readonly settings = computed(() => this.job().tray.filter((item) => item.kind === 'setting'));
  protected readonly left = computed(() => (this.job().phase === 'set-up' ? missing(this.job()).length : 0));

  protected ask(id: string, outcome: 'done' | 'not-needed'): void {
    this.asking.set({ id, outcome });
  }

  protected check(itemId: string, outcome: 'done' | 'not-needed' | 'open', note: string): void {
    const refusal = this.desk.give(this.job(), { type: 'check-set-up', itemId, outcome, note });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.asking.set(null);
    this.why.set('');
  }

  protected turnOn(itemId: string): void {
    this.fault.set(
      this.desk.give(this.job(), { type: 'turn-on-setting', settingId: itemId.replace('setting/', '') })
        ?.sentence ?? '',
    );
  }
}
