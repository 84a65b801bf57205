import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import { PricingSchema, type Pricing } from '@petrichor/core/quote';
import { tap } from 'rxjs';
import { z } from 'zod';
import { Api } from '../state/api';
import { KnowledgeActions } from '../state/knowledge/knowledge.reducer';
import { MoneyField } from '../ui/field/money-field';
import { NumberField } from '../ui/field/number-field';
import { SelectField } from '../ui/field/select-field';
import { TextField } from '../ui/field/text-field';
import { form } from '../ui/form';

const TypedSchema = PricingSchema.omit({ taxBasisPoints: true, labourTaxBasisPoints: true }).extend({
  taxPercent: z.number('Type the tax, 0 where there is none.').min(0).max(100, 'Tax is at most 100 %.'),
  labourTaxPercent: z.number().min(0).max(100, 'Tax is at most 100 %.').nullable(),
});
/**
 * What this workshop charges and promises: a lead's to set. Offers that were made keep the prices they were
 * made with.
 */
@Component({
  selector: 'p-pricing-form',
  imports: [FormField, MoneyField, NumberField, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styles: `
    :host {
      display: grid;
      gap: 10px;
    }
    .stack {
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
    <form class="stack" (submit)="form.send($event)" novalidate>
      <div class="grid">
        <p-money-field label="An hour of work" fieldId="price-hour" [formField]="form.fields.hourMinor" />
        <p-money-field
          label="Looking, if nothing is repaired"
          fieldId="price-looking"
          [formField]="form.fields.lookingMinor"
        />
        <p-number-field label="Tax" fieldId="price-tax" unit="%" [formField]="form.fields.taxPercent" />
        <p-number-field
          label="Tax on work, where it differs"
          fieldId="price-tax-work"
          unit="%"
          [formField]="form.fields.labourTaxPercent"
        />
        <p-select-field
          label="Smallest coin taken"
          fieldId="price-coin"
          [options]="coins"
          [formField]="form.fields.coinMinor"
        />
        @for (one of numbers; track one.key) {
          <p-number-field
            [label]="one.label"
            [fieldId]="'price-' + one.key"
            [unit]="one.unit"
            [formField]="form.fields[one.key]"
          />
        }
        <p-text-field
          label="Currency, as it stands on a bill"
          fieldId="price-currency"
          [formField]="form.fields.currency"
        />
        <p-text-field label="Tax number" fieldId="price-tax-number" [formField]="form.fields.taxNumber" />
      </div>
      <p-text-field
        label="Name and address on a bill"
        fieldId="price-address"
        rows="3"
        [formField]="form.fields.address"
      />
      <p class="mu">
        Without tax. Tax is added once to the sum of each rate, and the total rounded to the smallest coin,
        halves away from zero.
      </p>
      @if (lead()) {
        <p>
          <button class="tgt" type="submit" [disabled]="form.busy()">Keep this for the next offers</button>
        </p>
      } @else {
        <p class="mu">A lead changes this.</p>
      }
      <p class="fault" role="alert">{{ form.fault() }}</p>
    </form>
    <p role="status">{{ told() }}</p>
  `,
})
export class PricingForm {
  readonly pricing = input.required<Pricing>();
  readonly lead = input(false);
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  protected readonly coins = ([1, 5, 10, 50, 100] as const).map((value) => ({
    value,
    label: String(value / 100),
  }));
  protected readonly numbers = [
    { key: 'depositPercent', label: 'Deposit before ordering', unit: '%' },
    { key: 'offerDays', label: 'An offer holds', unit: 'days' },
    { key: 'partWarrantyMonths', label: 'Warranty of parts', unit: 'mon' },
    { key: 'workWarrantyMonths', label: 'Warranty of work', unit: 'mon' },
  ] as const;
  protected readonly told = signal('');
  protected readonly form = form(TypedSchema, {
    draft: 'pricing',
    empty: () => {
      const { taxBasisPoints, labourTaxBasisPoints, ...rest } = this.pricing();
      const ofWork = labourTaxBasisPoints === null ? null : labourTaxBasisPoints / 100;
      return { ...rest, taxPercent: taxBasisPoints / 100, labourTaxPercent: ofWork };
    },
    send: ({ taxPercent, labourTaxPercent, ...rest }) => {
      this.told.set('');
      const body: Pricing = {
        ...rest,
        taxBasisPoints: Math.round(taxPercent * 100),
        labourTaxBasisPoints: labourTaxPercent === null ? null : Math.round(labourTaxPercent * 100),
      };
      return this.api.setPricing({ body }).pipe(
        tap(() => {
          this.told.set('Kept: it holds for every offer from now on.');
          this.store.dispatch(KnowledgeActions.wanted());
        }),
      );
    },
  });
}
