import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';

export interface ChoiceOption<T> {
  readonly label: string;
  readonly value: T;
}

/**
 * One of a few, as a row of buttons: same look and roles as PrimeNG's SelectButton, which is too heavy where
 * a screen has one in every row (ten rows of three cost a third of the time a job takes to open).
 */
@Component({
  selector: 'p-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'group', '[attr.aria-labelledby]': 'labelledBy()' },
  template: `
    @for (option of options(); track option.value) {
      <button type="button" [attr.aria-pressed]="option.value === value()" (click)="value.set(option.value)">
        {{ option.label }}
      </button>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      flex: none;
      flex-wrap: wrap;
      max-width: 100%;
    }
    button {
      min-height: 42px;
      padding: 10px 14px;
      border: 1px solid var(--edge);
      background: var(--panel);
      font-weight: 600;
      font-size: 16px;
      line-height: 20px;
      white-space: nowrap;
    }
    button {
      margin: 0 -1px -1px 0;
    }
    button:first-child {
      border-radius: 3px 0 0 3px;
    }
    button:last-child {
      border-radius: 0 3px 3px 0;
    }
    button:hover {
      background: var(--rain-wash);
    }
    button[aria-pressed='true'] {
      background: var(--ink);
      border-color: var(--ink);
      color: var(--panel);
    }
    button:focus-visible {
      z-index: 1;
    }
  `,
})
export class Choice<T> {
  readonly options = input.required<readonly ChoiceOption<T>[]>();
  readonly labelledBy = input.required<string>();
  readonly value = model.required<T>();
}
