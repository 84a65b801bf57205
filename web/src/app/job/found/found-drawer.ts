import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import type { JobState } from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import { HoldsFocus } from '../../shell/modals';
import { FoundPanel } from './found-panel';

/** The places of this machine, from any part of the job: what was found while hands were in it. */
@Component({
  selector: 'p-found-drawer',
  imports: [Drawer, FoundPanel, HoldsFocus],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="What is in its places"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      @if (open()) {
        <p-found-panel [job]="job()" />
      }
    </p-drawer>
  `,
})
export class FoundDrawer {
  readonly job = input.required<JobState>();
  readonly open = model(false);
}
