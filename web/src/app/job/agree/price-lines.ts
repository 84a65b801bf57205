import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { billNow, commandFields, paidMinor, type JobState } from '@petrichor/core/job';
import { sayMoney } from '@petrichor/core/units';
import { JobDesk } from '../../state/jobs/job-desk';
import { MoneyField } from '../../ui/field/money-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';

/** What was put on the bill since, what is paid, and what is open. */
@Component({
  selector: 'p-price-lines',
  imports: [FormField, MoneyField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .amount {
      width: 140px;
    }
    .grow {
      flex: 1 1 160px;
    }
    .sums {
      font-weight: 650;
      margin-bottom: 6px;
    }
  `,
  template: `
    @if (bill(); as bill) {
      <p class="sums">
        In all <span class="m">{{ money(bill.totalMinor) }}</span>; paid
        <span class="m">{{ money(paid()) }}</span>; open
        <span class="m">{{ money(bill.totalMinor - paid()) }}</span>
      </p>
    }
    <ul class="lines">
      @for (change of job().priceChanges; track $index) {
        <li>
          <span
            >{{ change.line.say }} <span class="mu">{{ change.why }} ({{ change.by.name }})</span></span
          ><span class="m">{{ money(change.line.netMinor) }} without tax</span>
        </li>
      }
      @for (payment of job().payments; track $index) {
        <li>
          <span>{{ payment.amountMinor < 0 ? 'Given back' : 'Paid' }}, {{ payment.how }}</span
          ><span class="m">{{ money(payment.amountMinor) }}</span>
        </li>
      }
    </ul>
    <form class="row" (submit)="paying.send($event)" novalidate>
      <p-money-field
        class="amount"
        label="Paid now"
        fieldId="pay-amount"
        [formField]="paying.fields.amountMinor"
      />
      <p-text-field
        class="grow"
        label="How"
        fieldId="pay-how"
        placeholder="card, cash"
        [formField]="paying.fields.how"
      />
      <button class="tgt" type="submit">Record the payment</button>
      @if (open() > 0) {
        <button class="tgt" type="button" (click)="paying.patch({ amountMinor: open() })">
          All that is open: {{ money(open()) }}
        </button>
      }
    </form>
    <p class="fault" role="alert">{{ paying.fault() }}</p>
    @if (shown()) {
      <form class="row" (submit)="changing.send($event)" novalidate>
        <p-text-field class="grow" label="What for" fieldId="change-say" [formField]="changing.fields.say" />
        <p-money-field
          class="amount"
          label="Without tax, minus takes off"
          fieldId="change-amount"
          [formField]="changing.fields.netMinor"
        />
        <p-text-field class="grow" label="Why" fieldId="change-why" [formField]="changing.fields.why" />
        <button class="tgt" type="submit">Put it on the bill</button>
      </form>
      <p class="mu">A higher price asks the customer again.</p>
      <p class="fault" role="alert">{{ changing.fault() }}</p>
    } @else if (!job().closed) {
      <button class="link" type="button" (click)="shown.set(true)">Change the price</button>
    }
  `,
})
export class PriceLines {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly money = sayMoney;
  protected readonly paying = form(commandFields('pay'), {
    draft: { of: () => this.job().id, name: 'pay' },
    empty: { amountMinor: null, how: 'card' },
    send: (given) => this.desk.give(this.job(), { type: 'pay', ...given }),
  });
  protected readonly shown = signal(false);
  protected readonly changing = form(commandFields('change-price'), {
    draft: { of: () => this.job().id, name: 'price' },
    empty: { say: '', netMinor: null, why: '' },
    send: (given) => {
      const refusal = this.desk.give(this.job(), { type: 'change-price', ...given });
      if (!refusal) this.shown.set(false);
      return refusal;
    },
  });
  protected readonly bill = computed(() => billNow(this.job()));
  protected readonly paid = computed(() => paidMinor(this.job()));
  protected readonly open = computed(() => (this.bill()?.totalMinor ?? 0) - this.paid());
}
