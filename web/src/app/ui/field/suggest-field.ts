import { ChangeDetectionStrategy, Component, input, model, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { AutoComplete } from 'primeng/autocomplete';
import { TabPicksNothing } from '../tab-picks-nothing';
import { Field } from './field';
import { FieldFrame } from './field-frame';

/** What is offered while somebody types: its name, and what tells it from others of that name. */
export interface Suggestion {
  readonly name: string;
  readonly detail: string;
}

/**
 * A name of something that is known here, found by typing a part of it. Text that is none of them stays as it
 * was typed.
 */
@Component({
  selector: 'p-suggest-field',
  imports: [FormsModule, AutoComplete, TabPicksNothing, FieldFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this">
      <p-autocomplete
        [inputId]="id()"
        [ngModel]="value()"
        (ngModelChange)="value.set($event)"
        optionLabel="name"
        [suggestions]="$any(suggestions())"
        (completeMethod)="asked.emit($event.query)"
        [minLength]="1"
        [delay]="delay()"
        [autoHighlight]="false"
        [autoOptionFocus]="false"
        [completeOnFocus]="opensAtOnce()"
        [attr.aria-describedby]="describedBy()"
        appendTo="body"
        [emptyMessage]="none()"
        [invalid]="said() !== ''"
      >
        <ng-template #item let-option>
          <span class="option"
            ><b>{{ option.name }}</b> <span class="mu">{{ option.detail }}</span></span
          >
        </ng-template>
      </p-autocomplete>
      <ng-content />
    </p-field-frame>
  `,
  styles: `
    .option {
      display: flex;
      gap: 10px;
    }
  `,
})
export class SuggestField<T extends Suggestion> extends Field<T | string | null> {
  readonly value = model<T | string | null>(null);
  readonly suggestions = input.required<readonly T[]>();
  /** Milliseconds after the last key. */
  readonly delay = input(0);
  readonly opensAtOnce = input(false);
  /** Where nothing is called that. */
  readonly none = input('');
  readonly asked = output<string>();
}
