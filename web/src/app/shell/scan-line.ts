import { ChangeDetectionStrategy, Component, effect, inject } from '@angular/core';
import { StateMark } from '../ui/state-mark';
import { Scans } from './scans';

/** So long a code that fitted nothing is shown. */
const SHOWN_MS = 8000;

/** What became of a code that was scanned with no field in focus: said, and nothing done. */
@Component({
  selector: 'p-scan-line',
  imports: [StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="status">
      @if (scans.told(); as line) {
        <p>
          <p-state-mark mark="needs" [size]="16" /> <span>{{ line }}</span>
          <button class="link" type="button" (click)="scans.told.set(null)">I have read it</button>
        </p>
      }
    </div>
  `,
  styles: `
    p {
      position: fixed;
      z-index: 30;
      inset: auto 0 0;
      display: flex;
      gap: 12px;
      align-items: center;
      padding: 10px 20px;
      background: var(--panel);
      border-top: 2px solid var(--ink);
      font-size: 17px;
    }
  `,
})
export class ScanLine {
  protected readonly scans = inject(Scans);

  constructor() {
    effect((cleanUp) => {
      if (this.scans.told() === null) return;
      const timer = setTimeout(() => this.scans.told.set(null), SHOWN_MS);
      cleanUp(() => clearTimeout(timer));
    });
  }
}
