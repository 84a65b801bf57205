import * as z from 'zod';
import { OrderSchema, OrderStateSchema } from '../orders.js';
import { PromiseMoveSchema } from '../promise.js';
import { defineEvent, stamp } from './define.js';

const order = OrderSchema.pick({ need: true, item: true, what: true, quantity: true, supplier: true, priceMinor: true, inPlaceOf: true });

export const ordered = defineEvent(
  z.strictObject({
    type: z.literal('ordered'),
    orderId: z.string(),
    ...order.shape,
    state: OrderStateSchema,
    dueOn: z.string().nullable(),
  }),
  (job, { type: _, orderId, ...one }, { by, at }) => ({
    ...job,
    orders: [...job.orders, { ...one, id: orderId, firstDueOn: one.dueOn, orderedAt: at, by, endedAt: null }],
  }),
);

/** What the supplier says of it now, or what was done with it here. */
export const orderTold = defineEvent(
  z.strictObject({
    type: z.literal('order-told'),
    orderId: z.string(),
    state: OrderStateSchema,
    dueOn: z.string().nullable(),
    say: z.string(),
  }),
  (job, { orderId, state, dueOn }, { at }) => ({
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
);

export const needMet = defineEvent(
  z.strictObject({ type: z.literal('need-met'), key: z.string(), how: z.string() }),
  (job, { key, how }, meta) => ({ ...job, needsMet: [...job.needsMet, { key, how, ...stamp(meta) }] }),
);

export const promiseMoved = defineEvent(
  z.strictObject({ type: z.literal('promise-moved'), ...PromiseMoveSchema.omit({ by: true, at: true }).shape }),
  (job, { from, to, because }, meta) => ({
    ...job,
    intake: { ...job.intake, promisedAt: to },
    promiseMoves: [...job.promiseMoves, { from, to, because, ...stamp(meta) }],
  }),
);
