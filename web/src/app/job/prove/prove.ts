import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  BASELINE_CHECKS,
  checksOf,
  correctedSince,
  isWish,
  missing,
  type BaselineId,
  type JobState,
  type Working,
  mainDrive,
} from '@petrichor/core/job';
import { sayLater } from '@petrichor/core/teardown';
import { Keys } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels, selectParts } from '../../state/knowledge/knowledge.reducer';
import { Choice } from '../../ui/choice';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { ChangesShown } from '../shown/changes-shown';
import { ListingForm, type Listing } from '../listing-form';
import { ComebackReasonPanel } from './comeback-reason';
import { MemoryShown } from './memory-shown';
import { SpeedPanel } from './speed-panel';
import { Unplugged } from './unplugged';
import { WasIt } from './was-it';

const SAY: Record<Working, string> = { works: 'worked', faulty: 'faulty already', 'not-tried': 'not tried' };

/** The finished machine: drive listed at its size, and everything that worked at intake works. */
@Component({
  selector: 'p-prove-section',
  imports: [
    ChangesShown,
    KeyBox,
    RouterLink,
    Choice,
    ListingForm,
    ComebackReasonPanel,
    MemoryShown,
    SpeedPanel,
    StateMark,
    Unplugged,
    WasIt,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  template: `
    <h1>{{ left() === 0 ? 'Proved.' : left() === 1 ? 'One proof to go.' : left() + ' proofs to go.' }}</h1>
    <p class="lead">On mains, closed, as the customer will use it. {{ later() }}</p>
    @for (line of corrected(); track line) {
      <p class="told"><p-state-mark mark="needs" [size]="16" /> {{ line }}</p>
    }
    <div class="columns">
      <section>
        <h2>What worked at intake</h2>
        <ul class="lines">
          @for (check of checks(); track check.id) {
            <li [attr.data-gate]="'baseline:' + check.id + ' baseline-fault:' + check.id">
              <span
                ><b [id]="'after-' + check.id">{{ check.say }}</b>
                <span class="mu">{{ check.before }}</span></span
              >
              <p-choice
                [options]="answers"
                [value]="check.after"
                (valueChange)="keep(check.id, $event)"
                [labelledBy]="'after-' + check.id"
              />
            </li>
          }
        </ul>
        @if (rest().length > 0) {
          <button class="tgt" type="button" (click)="asBefore()">
            {{ rest().length === checks().length ? 'All as before' : 'The rest as before' }}
            <p-key name="G" />
          </button>
        }
        <p class="fault" role="alert">{{ fault() }}</p>
        <p-unplugged [job]="job()" />
        <p-memory-shown [job]="job()" />
        @if (job().conclusion && !wish()) {
          <p-was-it [job]="job()" data-gate="confirmed" />
        }
        @if (job().intake.comebackOf) {
          <p-comeback-reason [job]="job()" />
        }
      </section>
      <section class="stack">
        @if (job().cured; as cured) {
          <h2>Cured without a drive</h2>
          <p>{{ cured.what }} {{ cured.checked }}</p>
        } @else if (drive()) {
          <h2>What the system lists: {{ drive() }}</h2>
          <p-listing-form
            data-gate="proved proved-wrong"
            [found]="job().proved"
            [refusal]="refusal()"
            (told)="list($event)"
          />
          <p-speed-panel [job]="job()" data-gate="document-prove" />
        }
        @if (!job().cured) {
          <p-changes-shown [job]="job()" when="closed" [alone]="drive() === ''" />
        }
        <p>
          <a [routerLink]="['/jobs', job().id]" [queryParams]="{ see: 'after-swap' }"
            >Something is new since the swap? Weigh it.</a
          >
        </p>
      </section>
    </div>
  `,
})
export class ProveSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly models = inject(Store).selectSignal(selectModels);
  private readonly parts = inject(Store).selectSignal(selectParts);
  /** It could not be tried open: this is its trial. */
  protected readonly later = computed(() =>
    this.job().way?.start ? sayLater(sure(sure(this.job().way).start)) : '',
  );
  protected readonly answers: readonly { label: string; value: Working | null }[] = [
    { label: 'works', value: 'works' },
    { label: 'faulty', value: 'faulty' },
    { label: 'not tried', value: 'not-tried' },
  ];
  protected readonly wish = computed(() => isWish(this.job()));
  protected readonly fault = signal('');
  protected readonly refusal = signal('');
  protected readonly drive = computed(() => mainDrive(this.job())?.change.thing?.label ?? '');
  protected readonly left = computed(() => (this.job().phase === 'prove' ? missing(this.job()).length : 0));
  private readonly model = computed(() => this.models().find((one) => one.id === this.job().intake.modelId));
  /** What a machine of this kind has. */
  /** The model was corrected while the job was under way. */
  protected readonly corrected = computed(() => {
    const [model, parts] = [this.model(), this.parts()];
    return correctedSince(this.job(), { model: () => model, parts: () => parts });
  });
  private readonly own = computed(() => checksOf(this.model()?.body ?? null));
  protected readonly checks = computed(() =>
    BASELINE_CHECKS.filter(
      (one) => this.own().includes(one) || this.job().intake.baseline[one.id] !== 'not-tried',
    ).map(({ id, say }) => ({
      id,
      say,
      before: SAY[this.job().intake.baseline[id]],
      after: this.job().after[id]?.result ?? null,
    })),
  );

  /** What nobody has tried again yet. */
  protected readonly rest = computed(() => this.checks().filter((one) => one.after === null));

  constructor() {
    inject(Keys).bind({
      G: { say: 'The rest is as it was at Take in: tried, and so seen', run: () => this.asBefore() },
    });
  }

  /** Tried one after the other and found so: what worked works, what was faulty is. */
  protected asBefore(): void {
    for (const { id } of this.rest()) this.keep(id, this.job().intake.baseline[id]);
  }

  protected keep(check: BaselineId, result: Working | null): void {
    if (result === null) return;
    this.fault.set(
      this.desk.give(this.job(), { type: 'check-baseline', check, result, note: '' })?.sentence ?? '',
    );
  }

  protected list(listing: Listing): void {
    this.refusal.set(this.desk.give(this.job(), { type: 'prove-drive', ...listing })?.sentence ?? '');
  }
}
