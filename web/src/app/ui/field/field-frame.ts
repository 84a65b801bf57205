import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Field } from './field';

/** Around the control of every field: its label above, hint and fault below, tied to it. */
@Component({
  selector: 'p-field-frame',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @let field = of();
    @if (field.grouped) {
      <span
        class="label"
        [id]="field.labelId()"
        [class.needed]="field.required()"
        [class.visually-hidden]="field.quiet()"
        >{{ field.label() }}</span
      >
    } @else {
      <label [for]="field.id()" [class.needed]="field.required()" [class.visually-hidden]="field.quiet()">{{
        field.label()
      }}</label>
    }
    <ng-content />
    @if (field.hint(); as hint) {
      <p class="hint" [id]="field.hintId()">{{ hint }}</p>
    }
    <p class="fault" [id]="field.faultId()">{{ field.said() }}</p>
  `,
  styles: `
    :host {
      display: contents;
    }
    .label,
    label {
      font-weight: 600;
    }
    .needed::after {
      content: ' *' / '';
      color: var(--clay);
    }
    .hint {
      color: var(--muted);
      font-size: 13px;
      line-height: 17px;
    }
    .fault {
      color: var(--clay);
      font-weight: 600;
    }
    .fault:empty {
      display: none;
    }
  `,
})
export class FieldFrame {
  readonly of = input.required<Omit<Field<unknown>, 'value'>>();
}
