import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { countOut, sayItem, stillOut, type JobState } from '@petrichor/core/job';
import { StateMark } from '../ui/state-mark';

/** The tray as one line at the foot of every other part of the job. */
@Component({
  selector: 'p-tray-strip',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <b class="title">Tray</b>
    @if (count() === 0) {
      <p-state-mark mark="settled" />
      <span><b>Empty.</b> Nothing is out of the machine and nothing is turned off.</span>
    } @else {
      <span
        ><b class="m n">{{ count() }}</b> out</span
      >
      <span class="items">{{ words() }}</span>
      <span class="note"
        ><p-state-mark mark="needs" [size]="16" /> cannot be closed with {{ count() }} out</span
      >
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 18px;
      min-height: 52px;
      padding: 6px 20px;
      border-top: 2px solid var(--ink);
      background: var(--panel);
    }
    .title {
      font-size: 17px;
    }
    .n {
      font-size: 19px;
    }
    .items {
      flex: 1;
      min-width: 0;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .note {
      display: flex;
      gap: 8px;
      align-items: center;
      color: var(--muted);
      white-space: nowrap;
    }
    @media (max-width: 900px) {
      .note {
        display: none;
      }
    }
  `,
})
export class TrayStrip {
  readonly job = input.required<JobState>();
  protected readonly count = computed(() => countOut(this.job()));
  protected readonly words = computed(() => stillOut(this.job()).map(sayItem).join(' · '));
}
