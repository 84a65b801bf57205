import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, model, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { InputText } from 'primeng/inputtext';

/**
 * A number with its unit, as typed: point or comma, spaces between thousands. What is no number is kept on
 * the screen and said so. PrimeNG's InputNumber rewrites the text at every key and loses a point that is typed fast.
 */
@Component({
  selector: 'p-number-field',
  imports: [FormsModule, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span class="box">
      <input
        pInputText
        class="m"
        type="text"
        inputmode="decimal"
        autocomplete="off"
        [id]="inputId()"
        [ngModel]="text()"
        (ngModelChange)="type($event)"
        (blur)="left.emit()"
        [attr.aria-invalid]="bad()"
        [attr.aria-describedby]="inputId() + '-fault'"
      />
      <span class="unit" aria-hidden="true">{{ unit() }}</span>
    </span>
    <p class="fault" [id]="inputId() + '-fault'">{{ bad() ? 'That is not a number.' : '' }}</p>
  `,
  styles: `
    .box {
      position: relative;
      display: block;
    }
    input {
      width: 100%;
      padding-right: 48px;
    }
    .unit {
      position: absolute;
      right: 12px;
      top: 50%;
      translate: 0 -50%;
      color: var(--muted);
    }
    .fault:empty {
      display: none;
    }
  `,
})
export class NumberField {
  readonly inputId = input.required<string>();
  readonly unit = input('');
  readonly value = model<number | null>(null);
  readonly left = output();
  /** Follows the value only where it says something else than what was typed. */
  protected readonly text = linkedSignal<number | null, string>({
    source: this.value,
    computation: (value, before) => (before && parse(before.value) === value ? before.value : value === null ? '' : String(value)),
  });
  protected readonly bad = computed(() => this.text().trim() !== '' && parse(this.text()) === null);

  protected type(text: string): void {
    this.text.set(text);
    this.value.set(parse(text));
  }
}

/** `1 000,2` and `1000.2` are the same number; null for what is none. */
export function parse(text: string): number | null {
  const plain = text.replace(/[\s\u00a0]/g, '').replace(',', '.');
  return /^\d+(\.\d*)?$|^\.\d+$/.test(plain) ? Number(plain) : null;
}
