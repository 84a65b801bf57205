import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A key one can press, drawn the same wherever it works, so that keys are learnt by looking. */
@Component({
  selector: 'p-key',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<kbd aria-hidden="true">{{ name() }}</kbd>`,
  styles: `
    kbd {
      display: inline-block;
      font: 600 13px/18px var(--m);
      padding: 0 5px;
      border: 1px solid currentColor;
      border-bottom-width: 2.5px;
      border-radius: 3px;
      white-space: nowrap;
    }
    @media (pointer: coarse) and (hover: none) {
      :host-context(.hide-on-touch) kbd {
        display: none;
      }
    }
  `,
})
export class KeyBox {
  readonly name = input.required<string>();
}
