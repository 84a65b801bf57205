import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Dialog } from 'primeng/dialog';
import { KeyBox } from '../ui/key-box';
import { Keys } from './keys';
import { HoldsFocus } from './modals';
import { Night } from './night';

/** `?`: all keys of the screen one is on. */
@Component({
  selector: 'p-key-list',
  imports: [Dialog, HoldsFocus, KeyBox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-dialog
      header="Keys of this screen"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
      [dismissableMask]="true"
      [draggable]="false"
      [resizable]="false"
    >
      <dl>
        @for (row of rows(); track row.key) {
          <dt><p-key [name]="row.key.replaceAll('+', ' ')" /></dt>
          <dd>{{ row.say }}</dd>
        }
      </dl>
    </p-dialog>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 10px 16px;
      min-width: 320px;
      font-size: 17px;
    }
  `,
})
export class KeyList {
  private readonly keys = inject(Keys);
  private readonly night = inject(Night);
  protected readonly open = signal(false);
  protected readonly rows = computed(() => {
    const seen = new Map<string, string>();
    for (const layer of this.keys.bound())
      for (const [key, { say }] of Object.entries(layer)) if (!seen.has(key)) seen.set(key, say);
    return [...seen].map(([key, say]) => ({ key, say }));
  });

  constructor() {
    this.keys.bind({
      '?': { say: 'All keys of the screen', run: () => this.open.set(!this.open()) },
      L: { say: 'Night bench, day bench', run: () => this.night.toggle() },
    });
  }
}
