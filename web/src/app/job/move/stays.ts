import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { SAY_RECOVERY_KEY, type JobState } from '@petrichor/core/job';

/** No drive goes in: nothing goes across, and what could still be lost is said. */
@Component({
  selector: 'p-data-stays',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  template: `
    <h1>Nothing goes across.</h1>
    <p class="lead">
      No drive goes in: what is on the old one stays where it is. Must not be lost:
      {{ job().intake.mustNotLose }}
    </p>
    <div class="columns">
      <section class="stack">
        <p>
          Ask for a backup all the same: a machine that is open can be dropped, and a battery that is off for
          a while makes firmware forget its settings.
        </p>
        @if (key(); as sentence) {
          <p class="caution">{{ sentence }}</p>
        }
      </section>
    </div>
  `,
})
export class DataStays {
  readonly job = input.required<JobState>();
  protected readonly key = computed(() => {
    const { encryption, recoveryKey } = this.job().intake;
    if (encryption === 'no') return '';
    const known = encryption === 'yes' ? 'It is encrypted' : 'Nobody knows whether it is encrypted';
    return `${known}: after memory or battery was changed, the first start may ask for the recovery key (${SAY_RECOVERY_KEY[recoveryKey]}).`;
  });
}
