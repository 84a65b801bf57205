import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { InputText } from 'primeng/inputtext';
import { Textarea } from 'primeng/textarea';
import { Field } from './field';
import { FieldFrame } from './field-frame';

/** Words, a day, a secret: whatever is kept as it is typed. More than one row makes it a block of text. */
@Component({
  selector: 'p-text-field',
  imports: [FieldFrame, InputText, Textarea],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this">
      @if (rows()) {
        <textarea
          #block
          pTextarea
          [id]="id()"
          [name]="calledAs()"
          [rows]="rows()"
          [attr.maxlength]="letters()"
          [attr.placeholder]="placeholder() || null"
          [attr.aria-invalid]="said() !== ''"
          [attr.aria-describedby]="describedBy()"
          [attr.aria-required]="required() || null"
          [disabled]="disabled()"
          [value]="value()"
          (input)="value.set(block.value)"
          (blur)="left.emit()"
        ></textarea>
      } @else {
        <input
          #line
          pInputText
          [class.m]="mono()"
          [id]="id()"
          [name]="calledAs()"
          [type]="type()"
          [attr.step]="step()"
          [attr.maxlength]="letters()"
          [attr.placeholder]="placeholder() || null"
          [attr.autocomplete]="complete()"
          [attr.autocapitalize]="capitals()"
          [attr.data-scan]="scan()"
          [attr.spellcheck]="mono() ? 'false' : null"
          [attr.list]="offers().length > 0 ? id() + '-offers' : null"
          [attr.aria-invalid]="said() !== ''"
          [attr.aria-describedby]="describedBy()"
          [attr.aria-required]="required() || null"
          [disabled]="disabled()"
          [value]="value()"
          (input)="value.set(line.value)"
          (blur)="left.emit()"
        />
        @if (offers().length > 0) {
          <datalist [id]="id() + '-offers'">
            @for (offer of offers(); track offer) {
              <option [value]="offer"></option>
            }
          </datalist>
        }
      }
    </p-field-frame>
  `,
  styles: `
    input,
    textarea {
      width: 100%;
    }
  `,
})
export class TextField extends Field<string> {
  readonly value = model('');
  readonly type = input<'text' | 'password' | 'date' | 'datetime-local' | 'search'>('text');
  readonly step = input<number | null>(null);
  /** 0: a single line. */
  readonly rows = input(0, { transform: Number });
  /** Letters at most, where no form says it. */
  readonly most = input<number | string | null>(null);
  readonly maxLength = input<number | undefined>(undefined);
  readonly mono = input(false, { transform: booleanAttribute });
  readonly placeholder = input('');
  /** What the browser may fill in. */
  readonly complete = input('off');
  readonly capitals = input<'none' | 'characters' | null>(null);
  /** A scanner writes here: what kind of code it reads. */
  readonly scan = input<'serial' | null>(null);
  /** Words that are offered while it is typed. */
  readonly offers = input<readonly string[]>([]);
  /** For programs that fill in passwords. */
  readonly called = input('');
  protected readonly calledAs = computed(() => this.called() || this.id());
  protected readonly letters = computed(() => this.maxLength() ?? this.most());
}
