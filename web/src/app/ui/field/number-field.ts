import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { transformedValue } from '@angular/forms/signals';
import { InputText } from 'primeng/inputtext';
import { Field, readAs } from './field';
import { FieldFrame } from './field-frame';

/**
 * A number with its unit, as typed: point or comma, spaces between thousands. What is no number is kept on
 * the screen and said so. PrimeNG's InputNumber rewrites the text at every key and loses a point that is
 * typed fast.
 */
@Component({
  selector: 'p-number-field',
  imports: [FieldFrame, InputText],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this">
      <span class="box">
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
        <span class="unit" aria-hidden="true">{{ unit() }}</span>
      </span>
    </p-field-frame>
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
  `,
})
export class NumberField extends Field<number | null> {
  readonly unit = input('');
  readonly value = model<number | null>(null);
  /** Follows the value only where it says something else than what was typed. */
  protected readonly text = transformedValue<number | null, string>(this.value, {
    parse: (text) => readAs(text, parse, 'That is not a number.'),
    format: (value) => (value === null ? '' : String(value)),
  });

  protected override unreadable(): string {
    return this.text.parseErrors()[0]?.message ?? '';
  }
}

/** `1 000,2` and `1000.2` are the same number; null for what is none. */
export function parse(text: string): number | null {
  const plain = text.replace(/[\s\u00a0]/g, '').replace(',', '.');
  return /^\d+(\.\d*)?$|^\.\d+$/.test(plain) ? Number(plain) : null;
}
