import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { unsettledScrews, type JobState, type Unsettled } from '@petrichor/core/job';
import { JobDesk } from '../../state/jobs/job-desk';
import { StateMark } from '../../ui/state-mark';

/**
 * Screws that are lost and not looked for yet, or owed: on the tray until somebody says what became of them.
 */
@Component({
  selector: 'p-unsettled-screws',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of open(); track one.id + one.what) {
      <div>
        <p><p-state-mark mark="needs" [size]="16" /> {{ one.say }}</p>
        @if (one.what === 'lost') {
          <button class="tgt" type="button" (click)="settle(one, 'found')">Found</button>
          <button class="tgt" type="button" (click)="settle(one, 'searched')">
            Looked for: not in the machine
          </button>
        } @else {
          <button class="tgt" type="button" (click)="give(one)">Given back</button>
        }
      </div>
    }
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
  styles: `
    div {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
      padding: 8px 12px 8px 24px;
      border-top: 1px solid var(--line);
    }
    p {
      flex: 1 1 200px;
    }
    .fault:empty {
      display: none;
    }
  `,
})
export class UnsettledScrews {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly fault = signal('');
  protected readonly open = computed(() => (this.job().closed ? [] : unsettledScrews(this.job())));

  protected settle({ id }: Unsettled, how: 'found' | 'searched'): void {
    const settled = { type: 'settle-lost-screw', id, how } as const;
    this.fault.set(this.desk.give(this.job(), settled)?.sentence ?? '');
  }

  protected give({ id }: Unsettled): void {
    this.fault.set(this.desk.give(this.job(), { type: 'give-screw-back', id })?.sentence ?? '');
  }
}
