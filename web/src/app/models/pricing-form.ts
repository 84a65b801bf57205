import { ChangeDetectionStrategy, Component, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { PricingSchema, type Pricing } from '@petrichor/core/quote';
import { Store } from '@ngrx/store';
import { Api, faultOf } from '../state/api';
import { KnowledgeActions } from '../state/knowledge/knowledge.reducer';
import { MoneyField } from '../ui/money-field';
import { NumberField } from '../ui/number-field';

/** What this workshop charges and promises: a lead's to set. Offers that were made keep the prices they were made with. */
@Component({
  selector: 'p-pricing-form',
  imports: [FormsModule, MoneyField, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
      gap: 10px 12px;
    }
  `,
  template: `
    <div class="grid">
      <div class="field">
        <label for="price-hour">An hour of work</label>
        <p-money-field inputId="price-hour" [value]="mine().hourMinor" (valueChange)="change({ hourMinor: $event ?? 0 })" />
      </div>
      <div class="field">
        <label for="price-looking">Looking, if nothing is repaired</label>
        <p-money-field inputId="price-looking" [value]="mine().lookingMinor" (valueChange)="change({ lookingMinor: $event ?? 0 })" />
      </div>
      <div class="field">
        <label for="price-tax">Tax</label>
        <p-number-field
          inputId="price-tax"
          unit="%"
          [value]="mine().taxBasisPoints / 100"
          (valueChange)="change({ taxBasisPoints: whole(($event ?? 0) * 100) })"
        />
      </div>
      <div class="field">
        <label for="price-coin">Smallest coin taken</label>
        <select id="price-coin" [ngModel]="mine().coinMinor" (ngModelChange)="change({ coinMinor: $event })">
          @for (coin of coins; track coin) {
            <option [ngValue]="coin">{{ coin / 100 }}</option>
          }
        </select>
      </div>
      @for (one of numbers; track one.key) {
        <div class="field">
          <label [for]="'price-' + one.key">{{ one.label }}</label>
          <p-number-field
            [inputId]="'price-' + one.key"
            [unit]="one.unit"
            [value]="mine()[one.key]"
            (valueChange)="set(one.key, $event ?? 0)"
          />
        </div>
      }
    </div>
    <p class="mu">Without tax. Tax is added once to the sum, and the total rounded to the smallest coin, halves away from zero.</p>
    @if (lead()) {
      <p><button class="tgt" type="button" (click)="save()">Keep this for the next offers</button></p>
    } @else {
      <p class="mu">A lead changes this.</p>
    }
    <p class="fault" role="alert">{{ fault() }}</p>
    <p role="status">{{ told() }}</p>
  `,
})
export class PricingForm {
  readonly pricing = input.required<Pricing>();
  readonly lead = input(false);
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  protected readonly coins = [1, 5, 10, 50, 100] as const;
  protected readonly numbers = [
    { key: 'depositPercent', label: 'Deposit before ordering', unit: '%' },
    { key: 'offerDays', label: 'An offer holds', unit: 'days' },
    { key: 'partWarrantyMonths', label: 'Warranty of parts', unit: 'mon' },
    { key: 'workWarrantyMonths', label: 'Warranty of work', unit: 'mon' },
  ] as const;
  protected readonly mine = linkedSignal(() => this.pricing());
  protected readonly fault = signal('');
  protected readonly told = signal('');
  protected readonly whole = Math.round;

  protected set(key: (typeof this.numbers)[number]['key'], value: number): void {
    this.change({ [key]: Math.round(value) });
  }

  protected change(part: Partial<Pricing>): void {
    this.mine.update((pricing) => ({ ...pricing, ...part }));
    this.told.set('');
  }

  protected save(): void {
    const read = PricingSchema.safeParse(this.mine());
    if (!read.success) return this.fault.set(read.error.issues[0]!.message);
    this.fault.set('');
    this.api.setPricing({ body: read.data }).subscribe({
      next: () => {
        this.told.set('Kept: it holds for every offer from now on.');
        this.store.dispatch(KnowledgeActions.wanted());
      },
      error: (error: unknown) => this.fault.set(faultOf(error).sentence),
    });
  }
}
