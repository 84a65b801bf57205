import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { readMoney, sayMoney } from '@petrichor/core/units';
import { InputText } from 'primeng/inputtext';

/** An amount of money as typed, point or comma, kept in whole minor units; what is no amount stays on the screen and is said to be none. */
@Component({
  selector: 'p-money-field',
  imports: [FormsModule, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      pInputText
      class="m"
      type="text"
      inputmode="decimal"
      autocomplete="off"
      [id]="inputId()"
      [ngModel]="text()"
      (ngModelChange)="type($event)"
      [attr.aria-invalid]="bad()"
      [attr.aria-describedby]="inputId() + '-fault'"
    />
    <p class="fault" [id]="inputId() + '-fault'">{{ bad() ? 'That is no amount: type it like 12.50.' : '' }}</p>
  `,
  styles: `
    input {
      width: 100%;
    }
    .fault:empty {
      display: none;
    }
  `,
})
export class MoneyField {
  readonly inputId = input.required<string>();
  /** Minor units; null: nothing is typed. */
  readonly value = model<number | null>(null);
  protected readonly text = linkedSignal<number | null, string>({
    source: this.value,
    computation: (value, before) => (before && readMoney(before.value) === value ? before.value : value === null ? '' : plain(value)),
  });
  protected readonly bad = computed(() => this.text().trim() !== '' && readMoney(this.text()) === null);

  protected type(text: string): void {
    this.text.set(text);
    this.value.set(text.trim() === '' ? null : readMoney(text));
  }
}

const plain = (minor: number): string => sayMoney(minor).replace('−', '-');
