import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { isTriedNow, othersToBeShown, rollableIn, type JobState, type ShownWhen } from '@petrichor/core/job';
import { selectModels } from '../../state/knowledge/knowledge.reducer';
import { ChangeShown } from './change-shown';

/** Everything that was changed besides the main drive, each with what it should show. */
@Component({
  selector: 'p-changes-shown',
  imports: [ChangeShown],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (changes().length > 0) {
      <h2>{{ alone() ? 'What it should show' : 'What else should show' }}</h2>
      @for (change of changes(); track change.id) {
        <p-change-shown
          [attr.data-gate]="'change-shown:' + change.id"
          [job]="job()"
          [change]="change"
          [model]="model()"
          [when]="when()"
        />
      }
    }
  `,
  styles: `
    h2 {
      font: 650 21px/28px var(--f);
      margin: 8px 0;
    }
  `,
})
export class ChangesShown {
  readonly job = input.required<JobState>();
  readonly when = input.required<ShownWhen>();
  /** No drive goes in: this is all there is. */
  readonly alone = input(false);
  private readonly models = inject(Store).selectSignal(selectModels);
  protected readonly model = computed(
    () => this.models().find((one) => one.id === this.job().intake.modelId) ?? null,
  );
  protected readonly changes = computed(() => {
    const job = this.job();
    const shown = othersToBeShown(job).filter((one) => isTriedNow(job, one));
    // What was rolled back stays in sight until it is back where it came from.
    const rolled = rollableIn(job).filter(
      (one) => one.fitted === null && one.judged?.outcome === 'rolled-back' && !one.partReturned,
    );
    return job.changes.filter((one) => shown.includes(one) || rolled.includes(one));
  });
}
