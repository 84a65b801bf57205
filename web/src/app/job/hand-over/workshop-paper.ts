import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { workshopPage } from '@petrichor/core/papers';
import { Clock } from '../../shell/clock';
import { sayDay, sayMoment } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { PaperPage } from './paper-page';

/** The second page: what the workshop wants to find again. */
@Component({
  selector: 'p-workshop-paper',
  imports: [PaperPage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p-paper-page
    [jobId]="jobId()"
    [page]="page()"
    [number]="job()?.number ?? null"
    [day]="day()"
    name="workshop"
  />`,
})
export class WorkshopPaperScreen {
  readonly jobId = input.required<string>();
  private readonly clock = inject(Clock);
  private readonly open = inject(JobDesk).open(this.jobId);
  protected readonly job = computed(() => this.open()?.shown ?? null);
  protected readonly day = computed(() =>
    this.job() ? sayDay(sure(this.job()).closed?.at ?? this.clock.now()) : null,
  );
  protected readonly page = computed(() => {
    const job = this.job();
    return job && workshopPage(job, { when: sayMoment });
  });
}
