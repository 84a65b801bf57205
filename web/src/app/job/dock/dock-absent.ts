import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { sayWhen } from '../../shell/promise';
import { selectDock } from '../../state/dock/dock.reducer';

/**
 * Why the dock is not to be seen: it does not answer, none is set up, or it has not been asked yet. Nothing
 * where it is there.
 */
@Component({
  selector: 'p-dock-absent',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (state().lostSince; as since) {
      <p class="lost" role="status">
        The dock has not answered since {{ when(since) }}. What it has begun goes on by itself; it is asked
        again every few seconds. The job keeps how far it had come.
      </p>
    } @else if (!state().asked) {
      <p class="mu">Asking the dock ...</p>
    } @else if (!state().dock) {
      <p class="mu">
        No dock is set up here. Petrichor is started with PETRICHOR_DOCK set to the address of the dock’s
        agent (docs/formats/dock.md).
      </p>
    }
  `,
  styles: `
    .lost {
      padding: 8px 14px;
      border-left: 6px solid var(--ochre);
      background: var(--ochre-wash);
    }
  `,
})
export class DockAbsent {
  protected readonly state = inject(Store).selectSignal(selectDock);
  protected readonly when = sayWhen;
}
