import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { NumberField } from './field/number-field';

/**
 * A number that counts once its field is left or Enter is pressed, not while its digits are typed. What comes
 * of it is shown again, also where the rules made another number of it or kept the old one.
 */
@Component({
  selector: 'p-settled-number',
  imports: [NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p-number-field
    [label]="label()"
    [quiet]="quiet()"
    [fieldId]="fieldId()"
    [unit]="unit()"
    [(value)]="typed"
    (left)="settle()"
    (keydown.enter)="settle()"
  />`,
})
export class SettledNumber {
  readonly label = input.required<string>();
  readonly quiet = input(false, { transform: booleanAttribute });
  readonly fieldId = input('');
  readonly unit = input('');
  readonly value = input.required<number | null>();
  readonly settled = output<number | null>();
  protected readonly typed = linkedSignal(() => this.value());

  protected settle(): void {
    const typed = this.typed();
    if (typed === this.value()) return;
    this.settled.emit(typed);
    this.typed.set(this.value());
  }
}
