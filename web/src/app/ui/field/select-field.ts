import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import type { ChoiceOption } from '../choice';
import { Field } from './field';
import { FieldFrame } from './field-frame';

/** One of many, in a list that opens. */
@Component({
  selector: 'p-select-field',
  imports: [FieldFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this">
      <select
        #list
        [id]="id()"
        [attr.aria-invalid]="said() !== ''"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-required]="required() || null"
        [disabled]="disabled()"
        (change)="pick(list.selectedIndex)"
        (blur)="left.emit()"
      >
        @if (at() < 0) {
          <option value="" selected disabled>{{ placeholder() }}</option>
        }
        @for (option of options(); track option.value) {
          <option [value]="option.value" [selected]="option.value === value()">{{ option.label }}</option>
        }
      </select>
    </p-field-frame>
  `,
})
export class SelectField<T> extends Field<T> {
  readonly options = input.required<readonly ChoiceOption<T>[]>();
  readonly value = model.required<T>();
  /** What stands there while none of them is chosen. */
  readonly placeholder = input('choose');
  protected readonly at = computed(() => this.options().findIndex((one) => one.value === this.value()));

  /** The placeholder, where it stands, is the first of the list. */
  protected pick(index: number): void {
    const option = this.options()[this.at() < 0 ? index - 1 : index];
    if (option) this.value.set(option.value);
  }
}
