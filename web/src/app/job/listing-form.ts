import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { ShownSize } from '@petrichor/core/job';
import type { ChoiceOption } from '../ui/choice';
import { ChoiceField } from '../ui/field/choice-field';
import { NumberField } from '../ui/field/number-field';
import { StateMark } from '../ui/state-mark';

export interface Listing {
  readonly listed: boolean;
  readonly size: ShownSize | null;
}
const UNITS: readonly ChoiceOption<ShownSize['unit']>[] = [
  { label: 'GiB', value: 'GiB' },
  { label: 'GB', value: 'GB' },
];

/** Is the drive listed, and at what size? Asked when it is tried and again when it is proved. */
@Component({
  selector: 'p-listing-form',
  imports: [ChoiceField, NumberField, StateMark],
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
      <p-number-field [label]="label()" [fieldId]="fieldId()" [(value)]="shown" />
      <p-choice-field label="In which unit" quiet [options]="units" [(value)]="unit" />
      <button class="tgt" type="button" (click)="send(true)">
        Listed at this size<span class="visually-hidden">{{ beside() }}</span>
      </button>
      <button class="tgt" type="button" (click)="send(false)">
        Not listed<span class="visually-hidden">{{ beside() }}</span>
      </button>
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
  /** Which drive, where there are several; empty: the one. */
  readonly of = input('');
  protected readonly label = computed(() =>
    this.of() ? `Size that is shown of ${this.of()}` : 'Size that is shown',
  );
  protected readonly beside = computed(() => (this.of() ? `, ${this.of()}` : ''));
  protected readonly fieldId = computed(() => (this.of() ? '' : 'shown-size'));
  readonly told = output<Listing>();
  protected readonly units = UNITS;
  protected readonly shown = signal<number | null>(null);
  protected readonly unit = signal<ShownSize['unit']>('GB');
  protected readonly fault = signal('');

  protected send(listed: boolean): void {
    const shown = this.shown();
    if (listed && shown === null) return this.fault.set('Type the size that is shown beside the drive.');
    this.fault.set('');
    this.told.emit({ listed, size: listed && shown !== null ? { shown, unit: this.unit() } : null });
  }
}
