import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import type { CommandReply, SupplierOffer } from '@petrichor/api';
import {
  commandFields,
  needsOf,
  SAY_ORDER,
  type JobState,
  type Order,
  type OrderState,
  type PartNeed,
  type Refusal,
} from '@petrichor/core/job';
import { sayDate, sayMoney } from '@petrichor/core/units';
import { tap, type Observable } from 'rxjs';
import { z } from 'zod';
import { Clock } from '../../shell/clock';
import { sayPromise } from '../../shell/promise';
import { Api, faultOf } from '../../state/api';
import { JobDesk } from '../../state/jobs/job-desk';
import { JobsActions } from '../../state/jobs/jobs.actions';
import { MoneyField } from '../../ui/field/money-field';
import { TextField } from '../../ui/field/text-field';
import { form, Refused } from '../../ui/form';
import { newId } from '../../ui/new-id';
import { StateMark, type MarkName } from '../../ui/state-mark';

const MARK: Record<PartNeed['met'], MarkName> = { no: 'needs', ordered: 'other-hands', here: 'settled' };

const ByHandSchema = commandFields('order')
  .pick({ supplier: true, priceMinor: true })
  .extend({ dueOn: z.string() });

/**
 * What the job needs that is not on the shelf: several sources for each, what is on order, and where the
 * promise went.
 */
@Component({
  selector: 'p-orders-panel',
  imports: [FormField, MoneyField, StateMark, TextField],
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
  /** From one that was rung up. An order that it stands in for is first called off where it was placed. */
  protected readonly byHand = form(ByHandSchema, {
    draft: { of: () => this.job().id, name: 'order' },
    empty: { supplier: '', priceMinor: null, dueOn: '' },
    send: (given) => this.orderByHand(given),
  });
  protected readonly found = form(commandFields('meet-need').pick({ how: true }), {
    draft: { of: () => this.job().id, name: 'found' },
    empty: { how: '' },
    send: ({ how }) =>
      this.closing(
        this.desk.give(this.job(), { type: 'meet-need', key: this.asking()?.need.key ?? '', how }),
      ),
  });
  protected readonly end = form(z.strictObject({ why: z.string().trim() }), {
    draft: { of: () => this.job().id, name: 'order-end' },
    empty: { why: '' },
    send: ({ why }) => {
      const order = this.ending();
      if (!order) return null;
      const asked = this.ended(order.id, why);
      return this.taken(
        order.state === 'arrived' ? this.api.returnOrder(asked) : this.api.cancelOrder(asked),
      ).pipe(tap(() => this.close()));
    },
  });
  protected readonly ending = signal<Order | null>(null);
  protected readonly needs = computed(() =>
    needsOf(this.job()).map((need) => ({ ...need, mark: MARK[need.met], say: sayNeed(need) })),
  );
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
    const body = {
      ...ids,
      need: asking.need.key,
      item: offer.item,
      supplier: offer.supplier,
      inPlaceOf: asking.inPlaceOf,
    };
    this.taken(this.api.placeOrder({ params: { jobId: this.job().id }, body })).subscribe({
      next: () => {
        this.busy.set(false);
        this.fault.set('');
        this.close();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(faultOf(error).sentence);
      },
    });
  }

  private orderByHand({ supplier, priceMinor, dueOn }: z.output<typeof ByHandSchema>) {
    const asking = this.asking();
    if (!asking) return null;
    const record = () =>
      this.closing(
        this.desk.give(this.job(), {
          type: 'order',
          orderId: newId(),
          need: asking.need.key,
          supplier,
          priceMinor,
          state: 'confirmed',
          dueOn: dueOn || null,
          inPlaceOf: null,
        }),
      );
    if (asking.inPlaceOf === null) return record();
    return this.taken(this.api.cancelOrder(this.ended(asking.inPlaceOf, `${supplier} instead`))).pipe(
      tap(() => {
        const refusal = record();
        if (refusal) throw new Refused(refusal.sentence);
      }),
    );
  }

  protected tell(order: Order, state: OrderState): void {
    this.fault.set(
      this.desk.give(this.job(), { type: 'tell-order', orderId: order.id, state, dueOn: null, say: '' })
        ?.sentence ?? '',
    );
  }

  private readonly ended = (orderId: string, why: string) => ({
    params: { jobId: this.job().id, orderId },
    body: { commandId: newId(), why },
  });

  protected close(): void {
    this.asking.set(null);
    this.ending.set(null);
    for (const typed of [this.byHand, this.found, this.end]) typed.clear();
  }

  private closing(refusal: Refusal | null): Refusal | null {
    if (!refusal) this.close();
    return refusal;
  }

  /** What the server made of it goes into the job. */
  private taken(reply: Observable<CommandReply>): Observable<CommandReply> {
    return reply.pipe(
      tap(({ events }) => this.store.dispatch(JobsActions.eventsCame({ jobId: this.job().id, events }))),
    );
  }
}

function markOf(state: OrderState): MarkName {
  if (state === 'arrived') return 'settled';
  return state === 'cancelled' || state === 'returned' ? 'stop' : 'other-hands';
}

function sayNeed({ met, order, leadDays }: PartNeed): string {
  if (met === 'here') return 'here';
  if (order)
    return `${SAY_ORDER[order.state]} from ${order.supplier}${order.dueOn ? `, due ${sayDate(order.dueOn)}` : ''}`;
  return leadDays === null
    ? 'not ordered'
    : `not ordered; usually ${leadDays} ${leadDays === 1 ? 'day' : 'days'}`;
}
