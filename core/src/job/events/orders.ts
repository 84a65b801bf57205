import * as z from 'zod';
import { OrderSchema, OrderStateSchema, SAY_ORDER } from '../shape/orders.js';
import { PromiseMoveSchema } from '../shape/promise.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { sayDate } from '../../units/index.js';
import { orderOf, andNote, moment } from './tell.js';

const order = OrderSchema.pick({
  need: true,
  item: true,
  what: true,
  quantity: true,
  supplier: true,
  priceMinor: true,
  inPlaceOf: true,
});

export const ordered = event('ordered', {
  shape: {
    orderId: z.string(),
    ...order.shape,
    state: OrderStateSchema,
    dueOn: z.string().nullable(),
  },
  evolve: (job, { type: _, orderId, ...one }, { by, at }) => ({
    ...job,
    orders: [...job.orders, { ...one, id: orderId, firstDueOn: one.dueOn, orderedAt: at, by, endedAt: null }],
  }),
  tells: ({ what, quantity, supplier, dueOn, state }) =>
    `Ordered ${quantity} × ${what} from ${supplier}: ${SAY_ORDER[state]}${dueOn ? `, due ${sayDate(dueOn)}` : ''}.`,
});

/** What the supplier says of it now, or what was done with it here. */
export const orderTold = event('order-told', {
  shape: {
    orderId: z.string(),
    state: OrderStateSchema,
    dueOn: z.string().nullable(),
    say: z.string(),
  },
  touches: ['stock'],
  evolve: (job, { orderId, state, dueOn }, { at }) => ({
    ...job,
    orders: job.orders.map((one) =>
      one.id === orderId
        ? {
            ...one,
            state,
            dueOn,
            firstDueOn: one.firstDueOn ?? dueOn,
            endedAt: state === 'arrived' || state === 'cancelled' || state === 'returned' ? at : null,
          }
        : one,
    ),
  }),
  tells: ({ orderId, state, dueOn, say }, job) =>
    `${orderOf(job, orderId)}: ${SAY_ORDER[state]}${dueOn ? `, due ${sayDate(dueOn)}` : ''}${andNote(say)}.`,
});

export const needMet = event('need-met', {
  shape: {
    key: z.string(),
    how: z.string(),
  },
  evolve: (job, { key, how }, meta) => ({
    ...job,
    needsMet: [...job.needsMet, { key, how, ...stamp(meta) }],
  }),
  tells: ({ how }) => `Found after all: ${how}.`,
});

export const promiseMoved = event('promise-moved', {
  shape: { ...PromiseMoveSchema.omit({ by: true, at: true }).shape },
  evolve: (job, { from, to, because }, meta) => ({
    ...job,
    intake: { ...job.intake, promisedAt: to },
    promiseMoves: [...job.promiseMoves, { from, to, because, ...stamp(meta) }],
  }),
  tells: ({ from, to, because }) => `Promise moved from ${moment(from)} to ${moment(to)}: ${because}`,
});
