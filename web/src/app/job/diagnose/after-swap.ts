import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { touchedBy, type JobState } from '@petrichor/core/job';
import { WeighBoard } from './board';

/** Something is new since the swap: the same weighing, with causes of its own. */
@Component({
  selector: 'p-after-swap',
  imports: [WeighBoard],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let touched = seen();
    @if (touched.first; as first) {
      <section aria-label="What this job touched">
        <p class="first">
          <b>First: {{ first.say }}</b> {{ first.why }}
        </p>
        <p class="mu small">
          Touched here, the last first: {{ touched.changes.join('; ') || 'no change' }}.
          @if (touched.leads.length > 0) {
            Leads that came off: {{ touched.leads.join(', ') }}.
          }
        </p>
      </section>
    }
    <p-weigh-board [job]="job()" about="after" />
  `,
  styles: `
    section {
      padding: 12px 20px;
      border-left: 6px solid var(--rain);
      background: var(--rain-wash);
    }
    .first {
      font-size: 17px;
      line-height: 23px;
    }
  `,
})
export class AfterSwap {
  readonly job = input.required<JobState>();
  protected readonly seen = computed(() => touchedBy(this.job()));
}
