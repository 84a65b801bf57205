import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import type { ChoiceOption } from '../choice';
import { Field } from './field';
import { FieldFrame } from './field-frame';

/** One of several that are sentences, a line each. */
@Component({
  selector: 'p-radio-field',
  imports: [FieldFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this">
      <div class="lines" role="radiogroup" [attr.aria-labelledby]="labelId()" [attr.aria-describedby]="describedBy()">
        @for (option of options(); track option.value) {
          <label>
            <input
              type="radio"
              [id]="id() + '-' + option.value"
              [name]="id()"
              [checked]="option.value === value()"
              (change)="value.set(option.value)"
            />
            <span>{{ option.label }}</span>
          </label>
        }
      </div>
    </p-field-frame>
  `,
  styles: `
    label {
      display: flex;
      gap: 12px;
      align-items: center;
      min-height: 47px;
    }
    input {
      flex: none;
      width: 20px;
      height: 20px;
      accent-color: var(--rain);
    }
  `,
})
export class RadioField<T> extends Field<T> {
  readonly options = input.required<readonly ChoiceOption<T>[]>();
  readonly value = model.required<T>();
  override readonly grouped = true;
}
