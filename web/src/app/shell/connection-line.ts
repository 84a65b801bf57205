import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { selectConnection } from '../state/connection/connection.reducer';
import { selectPendingCount } from '../state/jobs/jobs.selectors';
import { StateMark } from '../ui/state-mark';
import { sayTime } from './promise';

/** One line, only while nobody answers: since when, and what is kept here. Nothing blocks meanwhile. */
@Component({
  selector: 'p-connection-line',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="status">
      @if (line(); as line) {
        <p><p-state-mark mark="needs" [size]="16" /> {{ line }}</p>
      }
    </div>
  `,
  styles: `
    p {
      display: flex;
      gap: 10px;
      align-items: center;
      padding: 6px 20px;
      background: var(--ochre-wash);
      border-top: 1px solid var(--line-strong);
    }
  `,
})
export class ConnectionLine {
  private readonly store = inject(Store);
  private readonly connection = this.store.selectSignal(selectConnection);
  private readonly pending = this.store.selectSignal(selectPendingCount);
  protected readonly line = computed(() => {
    const { lostSince } = this.connection();
    if (lostSince === null) return null;
    const count = this.pending();
    return `Not connected since ${sayTime(lostSince)}. Steps are kept here${count > 0 ? `, ${count} to send` : ''}.`;
  });
}
