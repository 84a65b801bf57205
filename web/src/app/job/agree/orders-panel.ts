import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { SupplierOffer } from '@petrichor/api';
import { needsOf, SAY_ORDER, type JobState, type Order, type OrderState, type PartNeed } from '@petrichor/core/job';
import { sayDate, sayMoney } from '@petrichor/core/units';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import { sayPromise } from '../../shell/promise';
import { Clock } from '../../shell/clock';
import { Api, faultOf } from '../../state/api';
import { JobsActions } from '../../state/jobs/jobs.actions';
import { JobDesk } from '../../state/jobs/job-desk';
import { MoneyField } from '../../ui/money-field';
import { StateMark, type MarkName } from '../../ui/state-mark';
import { emptyJobDraft } from '../../ui/draft';
import { newId } from '../../ui/new-id';

const MARK: Record<PartNeed['met'], MarkName> = { no: 'needs', ordered: 'other-hands', here: 'settled' };

/** What the job needs that is not on the shelf: several sources for each, what is on order, and where the promise went. */
@Component({
  selector: 'p-orders-panel',
  imports: [FormsModule, InputText, MoneyField, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: '../section.css',
  styles: `
    :host {
      padding: 0;
    }
    .grow {
      flex: 1 1 140px;
    }
    .amount {
      width: 130px;
    }
  `,
  templateUrl: './orders-panel.html',
})
export class OrdersPanel {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  protected readonly money = sayMoney;
  protected readonly date = sayDate;
  protected readonly fault = signal('');
  protected readonly busy = signal(false);
  /** The need whose sources are open, and the order that a new one would stand in for. */
  protected readonly asking = signal<{ need: PartNeed; inPlaceOf: string | null } | null>(null);
  protected readonly offers = signal<readonly SupplierOffer[] | null>(null);
  protected readonly supplier = emptyJobDraft(() => this.job().id, 'order-supplier', '');
  protected readonly price = emptyJobDraft<number | null>(() => this.job().id, 'order-price', null);
  protected readonly due = emptyJobDraft(() => this.job().id, 'order-due', '');
  protected readonly found = emptyJobDraft(() => this.job().id, 'order-found', '');
  protected readonly why = emptyJobDraft(() => this.job().id, 'order-why', '');
  protected readonly ending = signal<Order | null>(null);
  protected readonly needs = computed(() => needsOf(this.job()).map((need) => ({ ...need, mark: MARK[need.met], say: sayNeed(need) })));
  protected readonly orders = computed(() =>
    [...this.job().orders].reverse().map((order) => ({
      order,
      say: `${order.quantity} × ${order.what} from ${order.supplier}: ${SAY_ORDER[order.state]}`,
      when: order.dueOn
        ? `due ${sayDate(order.dueOn)}${order.firstDueOn && order.firstDueOn !== order.dueOn ? `, first said ${sayDate(order.firstDueOn)}` : ''}`
        : '',
      mayCome: !['arrived', 'cancelled', 'returned'].includes(order.state),
      mayCancel: ['asked', 'confirmed', 'back-ordered'].includes(order.state),
      mayReturn: order.state === 'arrived',
      mark: markOf(order.state),
    })),
  );
  protected readonly moves = computed(() =>
    this.job().promiseMoves.map((move) => ({
      at: move.at,
      say: `Promise moved from ${sayPromise(move.from, this.clock.now())} to ${sayPromise(move.to, this.clock.now())}: ${move.because}`,
    })),
  );

  protected ask(need: PartNeed, inPlaceOf: string | null = null): void {
    this.asking.set({ need, inPlaceOf });
    this.offers.set(null);
    this.fault.set('');
    if (!need.item) return this.offers.set([]);
    this.api.offers({ query: { ...need.item, quantity: need.quantity } }).subscribe({
      next: ({ offers }) => this.offers.set(offers),
      error: (error: unknown) => {
        this.offers.set([]);
        this.fault.set(faultOf(error).sentence);
      },
    });
  }

  /** From a supplier that is connected: it says yes first. */
  protected orderFrom(offer: SupplierOffer): void {
    const asking = this.asking();
    if (!asking) return;
    this.busy.set(true);
    const ids = { commandId: newId(), orderId: newId() };
    const body = { ...ids, need: asking.need.key, item: offer.item, supplier: offer.supplier, inPlaceOf: asking.inPlaceOf };
    this.api.placeOrder({ params: { jobId: this.job().id }, body }).subscribe(this.came());
  }

  /** From one that was rung up. An order that it stands in for is first called off where it was placed. */
  protected orderByHand(): void {
    const asking = this.asking();
    const priceMinor = this.price();
    const supplier = this.supplier().trim();
    if (!asking) return;
    if (priceMinor === null) return this.fault.set('Type what it costs.');
    if (supplier.length < 2) return this.fault.set('Say from whom.');
    const record = (): void => {
      const refusal = this.desk.give(this.job(), {
        type: 'order',
        orderId: newId(),
        need: asking.need.key,
        supplier,
        priceMinor,
        state: 'confirmed',
        dueOn: this.due() || null,
        inPlaceOf: null,
      });
      this.fault.set(refusal?.sentence ?? '');
      if (!refusal) this.close();
    };
    if (asking.inPlaceOf === null) return record();
    this.busy.set(true);
    this.api.cancelOrder(this.ended(asking.inPlaceOf, `${supplier} instead`)).subscribe({
      ...this.came(),
      next: ({ events }) => {
        this.busy.set(false);
        this.store.dispatch(JobsActions.eventsCame({ jobId: this.job().id, events }));
        record();
      },
    });
  }

  protected meet(): void {
    const asking = this.asking();
    if (!asking) return;
    const refusal = this.desk.give(this.job(), { type: 'meet-need', key: asking.need.key, how: this.found().trim() });
    this.fault.set(refusal?.sentence ?? '');
    if (!refusal) this.close();
  }

  protected tell(order: Order, state: OrderState): void {
    this.fault.set(this.desk.give(this.job(), { type: 'tell-order', orderId: order.id, state, dueOn: null, say: '' })?.sentence ?? '');
  }

  protected end(): void {
    const order = this.ending();
    if (!order) return;
    this.busy.set(true);
    const asked = this.ended(order.id, this.why().trim());
    (order.state === 'arrived' ? this.api.returnOrder(asked) : this.api.cancelOrder(asked)).subscribe(this.came());
  }

  private readonly ended = (orderId: string, why: string) => ({
    params: { jobId: this.job().id, orderId },
    body: { commandId: newId(), why },
  });

  protected close(): void {
    this.asking.set(null);
    this.ending.set(null);
    this.supplier.set('');
    this.price.set(null);
    this.due.set('');
    this.found.set('');
    this.why.set('');
    this.busy.set(false);
  }

  private came() {
    return {
      next: ({ events }: { events: Parameters<typeof JobsActions.eventsCame>[0]['events'] }) => {
        this.fault.set('');
        this.close();
        this.store.dispatch(JobsActions.eventsCame({ jobId: this.job().id, events }));
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(faultOf(error).sentence);
      },
    };
  }
}

function markOf(state: OrderState): MarkName {
  if (state === 'arrived') return 'settled';
  return state === 'cancelled' || state === 'returned' ? 'stop' : 'other-hands';
}

function sayNeed({ met, order, leadDays }: PartNeed): string {
  if (met === 'here') return 'here';
  if (order) return `${SAY_ORDER[order.state]} from ${order.supplier}${order.dueOn ? `, due ${sayDate(order.dueOn)}` : ''}`;
  return leadDays === null ? 'not ordered' : `not ordered; usually ${leadDays} ${leadDays === 1 ? 'day' : 'days'}`;
}
