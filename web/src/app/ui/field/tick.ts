import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { Field } from './field';

/** Yes or no: a box with its words behind it. */
@Component({
  selector: 'p-tick',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label>
      <input
        #box
        type="checkbox"
        [id]="id()"
        [checked]="value()"
        [disabled]="disabled()"
        [attr.aria-describedby]="describedBy()"
        (change)="value.set(box.checked)"
      />
      {{ label() }}
    </label>
    <p class="fault" [id]="faultId()">{{ said() }}</p>
  `,
  styles: `
    label {
      display: flex;
      gap: 8px;
      align-items: center;
      min-height: 32px;
    }
    input {
      flex: none;
    }
    .fault:empty {
      display: none;
    }
  `,
})
export class Tick extends Field<boolean> {
  readonly value = model(false);
}
