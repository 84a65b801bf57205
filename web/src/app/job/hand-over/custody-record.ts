import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { mediumKnown, sayCustody, mainDrive } from '@petrichor/core/job';
import { sayMedium } from '@petrichor/core/move';
import { Clock } from '../../shell/clock';
import { sayDay, sayMoment } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { PrintedPage } from './printed-page';

/**
 * One page that says what became of an old drive: when, by whom, how, with its serial; printed as it stands.
 */
@Component({
  selector: 'p-custody-record',
  imports: [PrintedPage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './paper.css',
  template: `
    <p-printed-page [jobId]="jobId()" [day]="page()?.day ?? null">
      @if (page(); as page) {
        <h1>What became of the old drive</h1>
        <dl>
          <dt>Of</dt>
          <dd>{{ page.customer }}, {{ page.machine }}</dd>
          <dt>Drive</dt>
          <dd>
            {{ page.drive }}, serial <span class="m">{{ page.serial }}</span>. {{ page.kind }}.
          </dd>
        </dl>
        <table>
          <caption>
            From hand to hand
          </caption>
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">What</th>
              <th scope="col">By</th>
            </tr>
          </thead>
          <tbody>
            @for (line of page.lines; track $index) {
              <tr>
                <td>{{ line.when }}</td>
                <td>{{ line.what }}</td>
                <td>{{ line.by }}</td>
              </tr>
            } @empty {
              <tr>
                <td colspan="3">Nothing is settled yet: it stays with the machine until then.</td>
              </tr>
            }
          </tbody>
        </table>
        <p class="care">
          Clear, Purge and Destroy as NIST SP 800-88 has them: Clear keeps out what programs can read, Purge a
          laboratory too, Destroy leaves no drive. Overwriting is not Purge on flash.
        </p>
        <footer><span>For the workshop</span><span>For the customer</span></footer>
      }
    </p-printed-page>
  `,
})
export class CustodyRecordScreen {
  readonly jobId = input.required<string>();
  private readonly desk = inject(JobDesk);
  private readonly clock = inject(Clock);
  private readonly open = this.desk.open(this.jobId);
  protected readonly page = computed(() => {
    const job = this.open()?.shown;
    if (!job) return null;
    const medium =
      job.custody.findLast((one) => one.sanitised?.medium)?.sanitised?.medium ?? mediumKnown(job);
    const took = job.way?.ticks.findLast((tick) =>
      job.tray.some((item) => item.kind === 'drive' && item.id === `${tick.stepId}/${tick.key}`),
    );
    return {
      day: sayDay(this.clock.now()),
      customer: job.intake.customer.name,
      machine: `${job.intake.modelName}, serial ${job.intake.serial}`,
      drive: mainDrive(job)?.slot.fitted?.label ?? 'Old drive',
      serial: job.serials.oldDrive ?? 'not recorded',
      kind: medium ? sayMedium(medium) : 'kind not known',
      lines: [
        { when: sayMoment(job.openedAt), what: 'Came in with the machine.', by: job.openedBy.name },
        ...(took ? [{ when: sayMoment(took.at), what: 'Taken out of the machine.', by: took.by.name }] : []),
        ...job.custody.map((one) => ({ when: sayMoment(one.at), what: sayCustody(one), by: one.by.name })),
      ],
    };
  });
}
