import * as z from 'zod';
import { ItemRefSchema } from '../../shelf/index.js';
import { sayDate, oneLine } from '../../units/index.js';
import { afterEvents, type JobEvent } from '../events/index.js';
import { needsOf, ordersOpen, type PartNeed } from '../reading/orders.js';
import { OrderStateSchema, SAY_ORDER, type Order, type OrderState } from '../shape/orders.js';
import { promiseAfterOrders } from '../reading/promise.js';
import type { JobState } from '../shape/state.js';
import { accept, ANYONE, HANDS, command, refuse, type Context, type Decision } from './define.js';

const day = z.iso.date('A day, as year-month-day.').nullable();

/**
 * Orders what the job needs, from a supplier that said yes or one that was rung up; `inPlaceOf`: instead of
 * an order that is given up.
 */
export const order = command('order', {
  shape: {
    orderId: z.uuid(),
    need: z.string(),
    /** Set for a substitute; unset: what the need itself names. */
    item: ItemRefSchema.nullable().optional(),
    what: oneLine().min(2, 'Say what is ordered.').max(120).optional(),
    supplier: oneLine().min(2, 'Say from whom.').max(60),
    priceMinor: z.number('Type the price.').int().min(0, 'Not below 0.').max(100_000_000),
    state: z.enum(['asked', 'confirmed', 'back-ordered']),
    dueOn: day,
    inPlaceOf: z.string().nullable().optional(),
  },
  by: ANYONE,
  decide: (
    job,
    { orderId, need: key, item, what, supplier, priceMinor, state, dueOn, inPlaceOf = null },
    context,
  ) => {
    const need = needsOf(job).find((one) => one.key === key);
    if (!need) return refuse('no-need');
    if (job.orders.some((one) => one.id === orderId)) return refuse('ordered');
    const before = job.orders.find((one) => one.id === inPlaceOf);
    if (inPlaceOf !== null && (!before || !ordersOpen(job).includes(before))) return refuse('not-open');
    if (before && before.state === 'sent') return refuse('sent', { what: before.what });
    if (!before && need.met !== 'no') return notNeeded(need);
    const made: JobEvent = {
      type: 'ordered',
      orderId,
      need: key,
      item: item === undefined ? need.item : item,
      what: what ?? need.what,
      quantity: need.quantity,
      supplier,
      priceMinor,
      inPlaceOf,
      state,
      dueOn,
    };
    const given = before ? [givenUp(before, made.what, supplier)] : [];
    const on = dueOn ? ` on ${sayDate(dueOn)}` : '';
    return withPromise(job, [...given, made], context, `${made.what} comes from ${supplier}${on}.`);
  },
});

const notNeeded = ({ met, what, order: open }: PartNeed): Decision =>
  met === 'here'
    ? refuse('here-already', { what })
    : refuse('ordered-already', { what, supplier: open?.supplier ?? null });

/** An order that another takes the place of. */
const givenUp = ({ id }: Order, what: string, supplier: string): JobEvent => ({
  type: 'order-told',
  orderId: id,
  state: 'cancelled',
  dueOn: null,
  say: `${what} from ${supplier} instead`,
});

/** What may become of an order, by how it stands. */
const MAY_BECOME: Record<OrderState, readonly OrderState[]> = {
  asked: ['confirmed', 'back-ordered', 'sent', 'arrived', 'cancelled'],
  confirmed: ['confirmed', 'back-ordered', 'sent', 'arrived', 'cancelled'],
  'back-ordered': ['back-ordered', 'confirmed', 'sent', 'arrived', 'cancelled'],
  sent: ['sent', 'arrived'],
  arrived: ['returned'],
  cancelled: [],
  returned: [],
};

/** News of an order, from the supplier or from the counter. The promise moves with it. */
export const tellOrder = command('tell-order', {
  shape: {
    orderId: z.string(),
    state: OrderStateSchema,
    dueOn: day,
    say: z.string().trim().max(200).default(''),
  },
  by: ANYONE,
  decide: (job, { orderId, state, dueOn, say }, context) => {
    const known = job.orders.find((one) => one.id === orderId);
    if (!known) return refuse('unknown-order');
    if (known.state === state && known.dueOn === dueOn) return refuse('no-news');
    if (!MAY_BECOME[known.state].includes(state))
      return refuse('cannot', { what: known.what, from: known.state, to: state });
    if (state === 'returned' && say === '') return refuse('why-back');
    return withPromise(
      job,
      [{ type: 'order-told', orderId, state, dueOn, say }],
      context,
      reasonOf(known, state, dueOn),
    );
  },
});

const reasonOf = (known: Order, state: OrderState, dueOn: string | null): string =>
  `${known.what} from ${known.supplier} is ${SAY_ORDER[state]}${dueOn ? `, due ${sayDate(dueOn)}${known.dueOn && known.dueOn !== dueOn ? ` instead of ${sayDate(known.dueOn)}` : ''}` : ''}.`;

/** The events, and the promise moved where what is due now comes too late for it. */
function withPromise(
  job: JobState,
  events: JobEvent[],
  context: Pick<Context, 'at' | 'by'>,
  because: string,
): Decision {
  const to = promiseAfterOrders(afterEvents(job, events, context));
  return accept(
    ...events,
    ...(to ? [{ type: 'promise-moved', from: job.intake.promisedAt, to, because } as const] : []),
  );
}

/** It is here after all: in a drawer, in the drive's box, lent by another machine. */
export const meetNeed = command('meet-need', {
  shape: {
    key: z.string(),
    how: z.string().trim().min(3, 'Say where it was found.').max(200),
  },
  by: HANDS,
  decide: (job, { key, how }) => {
    const need = needsOf(job).find((one) => one.key === key);
    if (!need) return refuse('no-need');
    return need.met === 'here'
      ? refuse('here-already', { what: need.what })
      : accept({ type: 'need-met', key, how });
  },
});

/** The counter promises another day, with the customer's knowledge. */
export const movePromise = command('move-promise', {
  shape: {
    to: z.iso.datetime({ error: 'Choose the day and time you promise.' }),
    because: z.string().trim().min(3, 'Say why, and that the customer knows.').max(200),
  },
  by: ANYONE,
  decide: (job, { to, because }) =>
    to === job.intake.promisedAt
      ? refuse('same')
      : accept({ type: 'promise-moved', from: job.intake.promisedAt, to, because }),
});
