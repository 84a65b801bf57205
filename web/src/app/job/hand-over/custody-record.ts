import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { oldMedium } from '@petrichor/core';
import { Store } from '@ngrx/store';
import { Clock } from '../../shell/clock';
import { Keys } from '../../shell/keys';
import { sayDay, sayMoment } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectWorkshopName } from '../../state/session/session.reducer';
import { KeyBox } from '../../ui/key-box';
import { Wordmark } from '../../ui/wordmark';
import { sayCustody } from './fates';

/** One page that says what became of an old drive: when, by whom, how, with its serial; printed as it stands. */
@Component({
  selector: 'p-custody-record',
  imports: [RouterLink, KeyBox, Wordmark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './paper.css',
  template: `
    <div class="acts">
      <a class="tgt" [routerLink]="['/jobs', jobId()]">Back to the job <p-key name="Esc" /></a>
      <button class="go" type="button" (click)="print()">Print this page <p-key name="P" /></button>
    </div>
    @if (page(); as page) {
      <article>
        <header>
          <p-wordmark [word]="workshop()" />
          <p>
            <b class="m">{{ page.number }}</b><br />{{ page.day }}
          </p>
        </header>
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
        <p class="line">
          Clear, Purge and Destroy as NIST SP 800-88 has them: Clear keeps out what programs can read, Purge a laboratory too, Destroy
          leaves no drive. Overwriting is not Purge on flash.
        </p>
        <footer>
          <p>For the workshop: ____________________</p>
          <p>For the customer: ____________________</p>
        </footer>
      </article>
    } @else {
      <p class="wait">{{ failed() ?? 'Fetching the job ...' }}</p>
    }
  `,
})
export class CustodyRecordScreen {
  readonly jobId = input.required<string>();
  private readonly desk = inject(JobDesk);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  protected readonly workshop = inject(Store).selectSignal(selectWorkshopName);
  private readonly open = this.desk.open(this.jobId);
  protected readonly failed = computed(() => (this.open()?.shown ? null : this.open()?.failed));
  protected readonly page = computed(() => {
    const job = this.open()?.shown;
    if (!job) return null;
    const { medium, protocol } = oldMedium(job);
    const took = job.way?.ticks.findLast((tick) =>
      job.tray.some((item) => item.kind === 'drive' && item.id === `${tick.stepId}/${tick.key}`),
    );
    return {
      number: job.number,
      day: sayDay(this.clock.now()),
      customer: job.intake.customer.name,
      machine: `${job.intake.modelName}, serial ${job.intake.serial}`,
      drive: job.choice?.slot.fitted?.label ?? 'Old drive',
      serial: job.serials.oldDrive ?? 'not recorded',
      kind: `${medium === 'flash' ? 'Flash' : 'Mechanical'}, ${protocol.toUpperCase()}`,
      lines: [
        { when: sayMoment(job.openedAt), what: 'Came in with the machine.', by: job.openedBy.name },
        ...(took ? [{ when: sayMoment(took.at), what: 'Taken out of the machine.', by: took.by.name }] : []),
        ...job.custody.map((one) => ({ when: sayMoment(one.at), what: sayCustody(one), by: one.by.name })),
      ],
    };
  });

  constructor() {
    effect(() => {
      const id = this.jobId();
      untracked(() => this.desk.fetch(id));
    });
    inject(Keys).bind({
      Escape: { say: 'Back to the job', run: () => void this.router.navigate(['/jobs', this.jobId()]) },
      P: { say: 'Print', run: () => this.print() },
    });
  }

  protected print(): void {
    window.print();
  }
}
