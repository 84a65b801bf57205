import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { Choice, type ChoiceOption } from '../choice';
import { Field } from './field';
import { FieldFrame } from './field-frame';

/** One of a few, all in sight. */
@Component({
  selector: 'p-choice-field',
  imports: [FieldFrame, Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-field-frame [of]="this"
      ><p-choice [options]="options()" [labelledBy]="labelId()" [(value)]="value"
    /></p-field-frame>
  `,
})
export class ChoiceField<T> extends Field<T> {
  readonly options = input.required<readonly ChoiceOption<T>[]>();
  readonly value = model.required<T>();
  override readonly grouped = true;
}
