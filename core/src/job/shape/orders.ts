import { part } from './part.js';
import * as z from 'zod';
import { ItemRefSchema } from '../../shelf/index.js';
import { ActorSchema } from './actor.js';
import { Stamp } from './stamp.js';

const ORDER_STATES = [
  'asked',
  'confirmed',
  'back-ordered',
  'sent',
  'arrived',
  'cancelled',
  'returned',
] as const;
export const OrderStateSchema = z.enum(ORDER_STATES);
export type OrderState = z.infer<typeof OrderStateSchema>;
export const SAY_ORDER: Record<OrderState, string> = {
  asked: 'asked for',
  confirmed: 'confirmed',
  'back-ordered': 'back-ordered',
  sent: 'on its way',
  arrived: 'here',
  cancelled: 'cancelled',
  returned: 'sent back',
};

/** Something ordered for a job, and how it stands. */
export const OrderSchema = z.strictObject({
  id: z.string(),
  /** What of the job's needs it is for. */
  need: z.string(),
  /** What of the shelf it will be; null: nothing the shelf knows. */
  item: ItemRefSchema.nullable(),
  what: z.string(),
  quantity: z.number().int().min(1),
  supplier: z.string(),
  /** For all of it, minor units without tax. */
  priceMinor: z.number().int().min(0),
  state: OrderStateSchema,
  /** The day it should come; null: the supplier cannot say. */
  dueOn: z.string().nullable(),
  /** The day first promised. */
  firstDueOn: z.string().nullable(),
  /** Set: it stands in for that other order. */
  inPlaceOf: z.string().nullable(),
  orderedAt: z.string(),
  by: ActorSchema,
  /** When it was here, cancelled or sent back. */
  endedAt: z.string().nullable(),
});
export type Order = z.infer<typeof OrderSchema>;

export const ordersPart = part(
  {
    orders: z.array(OrderSchema),
    /** Needs that were met otherwise: found here after all. */
    needsMet: z.array(z.strictObject({ key: z.string(), how: z.string(), ...Stamp })),
  },
  { orders: [], needsMet: [] },
);
