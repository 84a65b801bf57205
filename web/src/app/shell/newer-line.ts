import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { selectConnection } from '../state/connection/connection.reducer';
import { selectPendingCount } from '../state/jobs/jobs.selectors';
import { StateMark } from '../ui/state-mark';

/** One line on every screen while a newer Petrichor answers than the one this page came from. */
@Component({
  selector: 'p-newer-line',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="status">
      @if (line(); as line) {
        <p>
          <p-state-mark [mark]="stuck() ? 'stop' : 'needs'" [size]="16" /> <span>{{ line }}</span>
          <button class="tgt" type="button" (click)="load()">Load again</button>
        </p>
      }
    </div>
  `,
  styles: `
    p {
      position: fixed;
      z-index: 30;
      inset: 0 0 auto;
      display: flex;
      gap: 12px;
      align-items: center;
      padding: 6px 20px;
      background: var(--ochre-wash);
      border-bottom: 2px solid var(--ink);
    }
  `,
})
export class NewerLine {
  private readonly store = inject(Store);
  private readonly connection = this.store.selectSignal(selectConnection);
  private readonly pending = this.store.selectSignal(selectPendingCount);
  protected readonly stuck = computed(() => this.connection().newer === 'unreadable');
  protected readonly line = computed(() => {
    if (this.connection().newer === 'no') return null;
    const count = this.pending();
    const left =
      count === 0 ? 'Everything done here is sent.' : `${count} still to send; they are kept here.`;
    return this.stuck()
      ? `A newer Petrichor is running: load again. Nothing is decided on this page until then. ${left}`
      : `A newer Petrichor is running: load again when your hands are free. ${left}`;
  });

  protected load(): void {
    location.reload();
  }
}
