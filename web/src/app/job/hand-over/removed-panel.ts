import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { removedNow, removedParts, SAY_REMOVED, type JobState, type RemovedFate } from '@petrichor/core/job';
import { sayDate, sayMoney } from '@petrichor/core/units';
import { JobDesk } from '../../state/jobs/job-desk';
import { MoneyField } from '../../ui/money-field';
import { StateMark } from '../../ui/state-mark';
import { emptyJobDraft } from '../../ui/draft';

/** Parts that came out for good besides the old drive: returned, kept until a date, or bought in. */
@Component({
  selector: 'p-removed-panel',
  imports: [FormsModule, MoneyField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .fate {
      width: 230px;
    }
    .amount {
      width: 120px;
    }
  `,
  template: `
    @if (rows().length > 0) {
      <h2>Old parts</h2>
      <ul class="lines">
        @for (row of rows(); track row.what) {
          <li [attr.data-gate]="'removed:' + row.what">
            <span class="done"
              ><p-state-mark [mark]="row.says ? 'settled' : 'needs'" [size]="16" /><span
                ><b>{{ row.what }}</b> <span class="mu">{{ row.says }}</span></span
              ></span
            >
            <button class="tgt" type="button" (click)="asking.set(row.what)">{{ row.says ? 'Otherwise' : 'Settle' }}</button>
          </li>
        }
      </ul>
      @if (asking(); as what) {
        <div class="row">
          <div class="field fate">
            <label for="removed-fate">Where {{ what }} goes</label>
            <select id="removed-fate" [ngModel]="fate()" (ngModelChange)="fate.set($event)">
              @for (one of fates; track one) {
                <option [value]="one">{{ say[one] }}</option>
              }
            </select>
          </div>
          @if (fate() === 'kept') {
            <div class="field">
              <label for="removed-until">Kept until</label>
              <input class="m" id="removed-until" type="date" [ngModel]="until()" (ngModelChange)="until.set($event)" />
            </div>
          }
          @if (fate() === 'bought-in') {
            <div class="field amount">
              <label for="removed-amount">For</label>
              <p-money-field inputId="removed-amount" [value]="amount()" (valueChange)="amount.set($event)" />
            </div>
          }
          <button class="tgt" type="button" (click)="settle(what)">Keep it</button>
        </div>
      }
      <p class="fault" role="alert">{{ fault() }}</p>
    }
  `,
})
export class RemovedPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  protected readonly say = SAY_REMOVED;
  protected readonly fates = Object.keys(SAY_REMOVED) as RemovedFate[];
  protected readonly asking = signal<string | null>(null);
  protected readonly fate = signal<RemovedFate>('returned');
  protected readonly until = emptyJobDraft(() => this.job().id, 'removed-until', '');
  protected readonly amount = emptyJobDraft<number | null>(() => this.job().id, 'removed-amount', null);
  protected readonly fault = signal('');
  protected readonly rows = computed(() =>
    removedParts(this.job()).map((what) => {
      const now = removedNow(this.job(), what);
      return {
        what,
        says: now
          ? `${SAY_REMOVED[now.fate]}${now.until ? ` until ${sayDate(now.until)}` : ''}${now.amountMinor > 0 ? `, ${sayMoney(now.amountMinor)}` : ''}`
          : '',
      };
    }),
  );

  protected settle(what: string): void {
    const refusal = this.desk.give(this.job(), {
      type: 'settle-removed',
      what,
      fate: this.fate(),
      until: this.until() || null,
      amountMinor: this.amount() ?? 0,
      note: '',
    });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.asking.set(null);
    this.until.set('');
    this.amount.set(null);
  }
}
