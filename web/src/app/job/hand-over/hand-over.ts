import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  commandFields,
  hadOldDrive,
  slotsOfJob,
  stillOut,
  type JobState,
  mainDrive,
  oldDrives,
} from '@petrichor/core/job';
import { Keys } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { PriceLines } from '../agree/price-lines';
import { UnsettledScrews } from '../way/unsettled-screws';
import { CustodyPanel } from './custody-panel';
import { NextTime } from './next-time';
import { RemovedPanel } from './removed-panel';

/**
 * The end: where the old drive goes, what is still open, the page for the customer, and the machine into
 * their hands.
 */
@Component({
  selector: 'p-hand-over-section',
  imports: [
    FormField,
    RouterLink,
    CustodyPanel,
    KeyBox,
    NextTime,
    PriceLines,
    RemovedPanel,
    StateMark,
    TextField,
    UnsettledScrews,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
    }
  `,
  template: `
    <h1>{{ headline() }}</h1>
    <p class="lead">{{ sub() }}</p>
    <div class="columns">
      <section class="stack">
        @if (needsFate()) {
          <p-custody-panel [job]="job()" data-gate="old-drive" />
        }
        @for (one of others(); track one.changeId) {
          <p-custody-panel [job]="job()" [of]="one" [attr.data-gate]="'other-old-drive:' + one.changeId" />
        }
        <p-removed-panel [job]="job()" />
        <p-unsettled-screws [job]="job()" />
      </section>
      <section class="stack">
        <h2>Price</h2>
        <p-price-lines [job]="job()" data-gate="balance" />
        <p-next-time [job]="job()" />
        <form class="stack" (submit)="form.send($event)" novalidate>
          <h2>To the customer</h2>
          @if (job().closed; as closed) {
            <p class="done">
              <p-state-mark mark="settled" /><span
                ><b>{{ closed.to }}</b> has the machine, from {{ closed.by.name }}.</span
              >
            </p>
          } @else {
            <p-text-field label="Who takes it" fieldId="to" [formField]="form.fields.to" />
            <p class="fault" role="alert">{{ form.fault() }}</p>
          }
          <div class="buttons">
            <a class="tgt big" [routerLink]="['/jobs', job().id, 'paper']"
              >Page for the customer <p-key name="P"
            /></a>
            <a class="tgt big" [routerLink]="['/jobs', job().id, 'workshop-paper']">For the workshop</a>
            @if (!job().closed) {
              <button class="go big" type="submit" [attr.aria-disabled]="out() > 0">
                Hand over and close
              </button>
            }
          </div>
        </form>
      </section>
    </div>
  `,
})
export class HandOverSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly router = inject(Router);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly form = form(commandFields('hand-over'), {
    draft: { of: () => this.job().id, name: 'hand-over' },
    empty: () => ({ to: this.job().intake.customer.name }),
    send: (given) => this.desk.give(this.job(), { type: 'hand-over', ...given }),
  });
  protected readonly out = computed(() => stillOut(this.job()).length);
  /**
   * Where the old drive goes: asked of one that came out, or that stays beside the new one; not where there
   * never was one.
   */
  protected readonly needsFate = computed(() => {
    const job = this.job();
    const now = mainDrive(job);
    if (now === null || job.endedEarly !== null) return false;
    const model = this.models().find((one) => one.id === job.intake.modelId);
    const beside =
      model !== undefined &&
      slotsOfJob(model, job).some((slot) => slot.fitted !== null && slot.id !== now.slot.id);
    return (
      hadOldDrive(job) ||
      job.oldDriveFate !== null ||
      stillOut(job).some((item) => item.kind === 'drive') ||
      beside
    );
  });
  /** Old drives of other places. */
  protected readonly others = computed(() =>
    this.job().endedEarly ? [] : oldDrives(this.job()).filter(({ changeId }) => changeId !== ''),
  );
  protected readonly headline = computed(() => {
    const { closed, endedEarly } = this.job();
    if (closed) return 'Handed over.';
    if (endedEarly)
      return endedEarly.referredTo ? `Referred to ${endedEarly.referredTo}.` : 'Goes back unrepaired.';
    return this.out() === 0 ? 'Ready to hand over.' : 'Nearly: something is still out.';
  });
  protected readonly sub = computed(
    () => this.job().endedEarly?.reason ?? 'Keep all original parts until the customer has the machine back.',
  );

  constructor() {
    inject(Keys).bind({
      P: {
        say: 'Page for the customer',
        run: () => void this.router.navigate(['/jobs', this.job().id, 'paper']),
      },
    });
  }
}
