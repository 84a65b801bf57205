import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { JobState } from '@petrichor/core/job';
import { WeighBoard } from './board';

/** Something is new since the swap: the same weighing, with causes of its own. */
@Component({
  selector: 'p-after-swap',
  imports: [WeighBoard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p-weigh-board [job]="job()" about="after" />`,
})
export class AfterSwap {
  readonly job = input.required<JobState>();
}
