import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { NumberField } from './number-field';

/**
 * A number that counts once its field is left or Enter is pressed, not while its digits are typed. What comes of it is
 * shown again, also where the rules made another number of it or kept the old one.
 */
@Component({
  selector: 'p-settled-number',
  imports: [NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p-number-field [inputId]="inputId()" [unit]="unit()" [(value)]="typed" (left)="settle()" (keydown.enter)="settle()" />`,
})
export class SettledNumber {
  readonly inputId = input.required<string>();
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
