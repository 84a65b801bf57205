import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { billNow, paidMinor, type JobState } from '@petrichor/core/job';
import { sayMoney } from '@petrichor/core/units';
import { InputText } from 'primeng/inputtext';
import { JobDesk } from '../../state/jobs/job-desk';
import { MoneyField } from '../../ui/money-field';
import { emptyJobDraft } from '../../ui/draft';

/** What was put on the bill since, what is paid, and what is open. */
@Component({
  selector: 'p-price-lines',
  imports: [FormsModule, InputText, MoneyField],
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
        In all <span class="m">{{ money(bill.totalMinor) }}</span>; paid <span class="m">{{ money(paid()) }}</span>; open
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
    <div class="row">
      <div class="field amount">
        <label for="pay-amount">Paid now</label>
        <p-money-field inputId="pay-amount" [value]="amount()" (valueChange)="amount.set($event)" />
      </div>
      <div class="field grow">
        <label for="pay-how">How</label>
        <input pInputText id="pay-how" [ngModel]="how()" (ngModelChange)="how.set($event)" maxlength="60" placeholder="card, cash" />
      </div>
      <button class="tgt" type="button" (click)="pay()">Record the payment</button>
      @if (open() > 0) {
        <button class="tgt" type="button" (click)="amount.set(open())">All that is open: {{ money(open()) }}</button>
      }
    </div>
    @if (changing()) {
      <div class="row">
        <div class="field grow">
          <label for="change-say">What for</label>
          <input pInputText id="change-say" [ngModel]="what()" (ngModelChange)="what.set($event)" maxlength="120" />
        </div>
        <div class="field amount">
          <label for="change-amount">Without tax, minus takes off</label>
          <p-money-field inputId="change-amount" [value]="net()" (valueChange)="net.set($event)" />
        </div>
        <div class="field grow">
          <label for="change-why">Why</label>
          <input pInputText id="change-why" [ngModel]="why()" (ngModelChange)="why.set($event)" maxlength="300" />
        </div>
        <button class="tgt" type="button" (click)="change()">Put it on the bill</button>
      </div>
      <p class="mu">A higher price asks the customer again.</p>
    } @else if (!job().closed) {
      <button class="link" type="button" (click)="changing.set(true)">Change the price</button>
    }
    <p class="fault" role="alert">{{ fault() }}</p>
  `,
})
export class PriceLines {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly money = sayMoney;
  protected readonly amount = emptyJobDraft<number | null>(() => this.job().id, 'price-amount', null);
  protected readonly how = signal('card');
  protected readonly changing = signal(false);
  protected readonly what = emptyJobDraft(() => this.job().id, 'price-what', '');
  protected readonly net = emptyJobDraft<number | null>(() => this.job().id, 'price-net', null);
  protected readonly why = emptyJobDraft(() => this.job().id, 'price-why', '');
  protected readonly fault = signal('');
  protected readonly bill = computed(() => billNow(this.job()));
  protected readonly paid = computed(() => paidMinor(this.job()));
  protected readonly open = computed(() => (this.bill()?.totalMinor ?? 0) - this.paid());

  protected pay(): void {
    const amountMinor = this.amount();
    if (amountMinor === null) return this.fault.set('Type the amount that was paid.');
    const refusal = this.desk.give(this.job(), { type: 'pay', amountMinor, how: this.how().trim() });
    this.fault.set(refusal?.sentence ?? '');
    if (!refusal) this.amount.set(null);
  }

  protected change(): void {
    const netMinor = this.net();
    if (netMinor === null) return this.fault.set('Type the amount.');
    const refusal = this.desk.give(this.job(), { type: 'change-price', say: this.what().trim(), netMinor, why: this.why().trim() });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.what.set('');
    this.net.set(null);
    this.why.set('');
    this.changing.set(false);
  }
}
