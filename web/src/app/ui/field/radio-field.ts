import { booleanAttribute, ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import type { ChoiceOption } from '../choice';
import { Field } from './field';
import { FieldFrame } from './field-frame';

export interface RadioOption<T> extends ChoiceOption<T> {
  readonly detail?: string;
}

/** One of several that are sentences, a line each. */
@Component({
  selector: 'p-radio-field',
  imports: [FieldFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this">
      <div
        [class]="columns() ? 'columns' : 'lines'"
        role="radiogroup"
        [attr.aria-labelledby]="labelId()"
        [attr.aria-describedby]="describedBy()"
      >
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
            @if (option.detail) {
              <span class="m">{{ option.detail }}</span>
            }
          </label>
        }
      </div>
    </p-field-frame>
  `,
  styles: `
    .columns {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
      gap: 0 24px;
    }
    .columns label {
      min-height: 40px;
    }
    label {
      display: flex;
      gap: 12px;
      align-items: center;
      min-height: 47px;
    }
    .m {
      margin-left: auto;
      color: var(--muted);
    }
    @media (pointer: coarse) {
      .columns label {
        min-height: 47px;
      }
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
  readonly options = input.required<readonly RadioOption<T>[]>();
  /** Beside one another where there is room, each with its figure at the end. */
  readonly columns = input(false, { transform: booleanAttribute });
  readonly value = model.required<T>();
  override readonly grouped = true;
}
