import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { transformedValue } from '@angular/forms/signals';
import { readMoney, sayMoney } from '@petrichor/core/units';
import { InputText } from 'primeng/inputtext';
import { Field, readAs } from './field';
import { FieldFrame } from './field-frame';

/**
 * An amount of money as typed, point or comma, kept in whole minor units; what is no amount stays on the
 * screen and is said to be none.
 */
@Component({
  selector: 'p-money-field',
  imports: [FieldFrame, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this">
      <input
        #line
        pInputText
        class="m"
        type="text"
        inputmode="decimal"
        autocomplete="off"
        [id]="id()"
        [attr.aria-invalid]="said() !== ''"
        [attr.aria-describedby]="describedBy()"
        [attr.aria-required]="required() || null"
        [disabled]="disabled()"
        [value]="text()"
        (input)="text.set(line.value)"
        (blur)="left.emit()"
      />
    </p-field-frame>
  `,
  styles: `
    input {
      width: 100%;
    }
  `,
})
export class MoneyField extends Field<number | null> {
  /** Minor units; null: nothing is typed. */
  readonly value = model<number | null>(null);
  protected readonly text = transformedValue<number | null, string>(this.value, {
    parse: (text) => readAs(text, readMoney, 'That is no amount: type it like 12.50.'),
    format: (value) => (value === null ? '' : sayMoney(value).replace('−', '-')),
  });

  protected override unreadable(): string {
    return this.text.parseErrors()[0]?.message ?? '';
  }
}
