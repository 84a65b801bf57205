import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { ShownSize } from '@petrichor/core/job';
import { SelectButton } from 'primeng/selectbutton';
import { NumberField } from '../ui/number-field';
import { StateMark } from '../ui/state-mark';

export interface Listing {
  readonly listed: boolean;
  readonly size: ShownSize | null;
}

/** Is the drive listed, and at what size? Asked when it is tried and again when it is proved. */
@Component({
  selector: 'p-listing-form',
  imports: [FormsModule, NumberField, SelectButton, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 14px;
      max-width: 620px;
    }
    .size {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      align-items: end;
    }
    .found {
      display: flex;
      gap: 10px;
      font-size: 17px;
      line-height: 23px;
    }
  `,
  template: `
    <div class="size">
      <div class="field">
        <label for="shown-size" id="shown-label">Size that is shown</label>
        <p-number-field inputId="shown-size" [value]="shown()" (valueChange)="shown.set($event)" />
      </div>
      <p-selectbutton
        [options]="units"
        [allowEmpty]="false"
        [ngModel]="unit()"
        (ngModelChange)="unit.set($event)"
        ariaLabelledBy="shown-label"
      />
      <button class="tgt" type="button" (click)="send(true)">Listed at this size</button>
      <button class="tgt" type="button" (click)="send(false)">Not listed</button>
    </div>
    <p class="fault" role="alert">{{ fault() || refusal() }}</p>
    @if (found(); as result) {
      <p class="found">
        <p-state-mark [mark]="result.right ? 'settled' : 'stop'" /> <b>{{ result.sentence }}</b>
      </p>
    }
  `,
})
export class ListingForm {
  readonly found = input.required<{ right: boolean; sentence: string } | null>();
  readonly refusal = input('');
  readonly told = output<Listing>();
  protected readonly units = ['GiB', 'GB'];
  protected readonly shown = signal<number | null>(null);
  protected readonly unit = signal<'GiB' | 'GB'>('GB');
  protected readonly fault = signal('');

  protected send(listed: boolean): void {
    const shown = this.shown();
    if (listed && shown === null) return this.fault.set('Type the size that is shown beside the drive.');
    this.fault.set('');
    this.told.emit({ listed, size: listed && shown !== null ? { shown, unit: this.unit() } : null });
  }
}
