import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ThingSource } from '@petrichor/core/job';
import { MoneyField } from '../../ui/field/money-field';
import { SelectField } from '../../ui/field/select-field';
import type { Wanted } from './wanted';

/** Where a thing comes from: the shelf, bought for this job with its price, or the customer's own. */
@Component({
  selector: 'p-source-of-thing',
  imports: [MoneyField, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select-field
      label="Where it comes from"
      quiet
      fieldId="source"
      [options]="sources"
      [value]="want().from"
      (valueChange)="changed.emit({ from: $event })"
    />
    @if (want().from === 'bought') {
      <p-money-field
        label="Price without tax; empty: not known yet"
        fieldId="bought-price"
        [value]="price()"
        (valueChange)="changed.emit({ priceMinor: $event })"
      />
    }
    @if (want().from === 'own') {
      <p class="mu small">It costs nothing on the bill, and the workshop warrants the work, not the part.</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
  `,
})
export class SourceOfThing {
  readonly want = input.required<Wanted>();
  readonly changed = output<Partial<Wanted>>();
  protected readonly price = computed(() => this.want().priceMinor);
  protected readonly sources: readonly { readonly label: string; readonly value: ThingSource }[] = [
    { label: 'from the shelf', value: 'shelf' },
    { label: 'bought for this job', value: 'bought' },
    { label: 'the customer’s own', value: 'own' },
  ];
}
