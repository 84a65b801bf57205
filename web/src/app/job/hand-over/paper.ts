import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { customerPage } from '@petrichor/core/papers';
import { Clock } from '../../shell/clock';
import { sayDay, sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { PaperPage } from './paper-page';

/** One page for the customer, in plain words. */
@Component({
  selector: 'p-paper',
  imports: [PaperPage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p-paper-page
    [jobId]="jobId()"
    [page]="page()"
    [number]="job()?.number ?? null"
    [day]="day()"
    name="hand-over"
  />`,
})
export class PaperScreen {
  readonly jobId = input.required<string>();
  private readonly clock = inject(Clock);
  private readonly open = inject(JobDesk).open(this.jobId);
  protected readonly job = computed(() => this.open()?.shown ?? null);
  protected readonly day = computed(() => {
    const job = this.job();
    return job && sayDay(job.closed?.at ?? this.clock.now());
  });
  protected readonly page = computed(() => {
    const job = this.job();
    return job && customerPage(job, { takenIn: sayWhen(job.openedAt) });
  });
}
