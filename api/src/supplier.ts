import { ItemRefSchema } from '@petrichor/core/shelf';
import * as z from 'zod';
import { CommandIdSchema, CommandReplySchema, JobIdSchema } from './jobs.js';
import { route } from './route.js';

const day = z.iso.date();
/** What a supplier's own server says. Petrichor asks it; it never asks Petrichor. */
export const SupplierOfferSchema = z.strictObject({
  supplier: z.string().min(1).max(60),
  item: ItemRefSchema,
  what: z.string().max(120),
  /** For one, minor units without tax. */
  priceMinor: z.number().int().min(0),
  inStock: z.number().int().min(0),
  /** The day it would come if it were ordered now; null: nobody knows. */
  dueOn: day.nullable(),
});
export type SupplierOffer = z.infer<typeof SupplierOfferSchema>;
export const SupplierOffersSchema = z.strictObject({ offers: z.array(SupplierOfferSchema).max(200) });

export const SupplierOrderSchema = z.strictObject({
  id: z.string().max(80),
  supplier: z.string().max(60),
  item: ItemRefSchema,
  quantity: z.number().int().min(1),
  priceMinor: z.number().int().min(0),
  state: z.enum(['confirmed', 'back-ordered', 'sent', 'arrived', 'cancelled', 'returned']),
  dueOn: day.nullable(),
  say: z.string().max(200),
});
export type SupplierOrder = z.infer<typeof SupplierOrderSchema>;

export const AskSupplierSchema = z.strictObject({
  id: z.uuid(),
  supplier: z.string().max(60),
  item: ItemRefSchema,
  quantity: z.number().int().min(1).max(1000),
});
export type AskSupplier = z.infer<typeof AskSupplierSchema>;

export const OffersQuerySchema = z.strictObject({
  kind: z.enum(['drive', 'part']),
  id: z.string().min(1).max(60),
  quantity: z.coerce.number<number>().int().min(1).max(1000).default(1),
});

/** Orders one of a job's needs from a supplier; the id makes a repeat count once. */
export const PlaceOrderSchema = z.strictObject({
  commandId: CommandIdSchema,
  orderId: z.uuid(),
  need: z.string().max(120),
  item: ItemRefSchema,
  supplier: z.string().max(60),
  inPlaceOf: z.string().nullable(),
});
export type PlaceOrder = z.infer<typeof PlaceOrderSchema>;
export const CancelOrderSchema = z.strictObject({
  commandId: CommandIdSchema,
  why: z.string().trim().max(200),
});

const order = { jobId: JobIdSchema, orderId: z.uuid('That is not an order’s id. Load the page again.') };

export const orderRoutes = {
  offers: route('GET', '/offers', {
    say: 'What suppliers ask for an item',
    by: 'signed-in',
    query: OffersQuerySchema,
    reply: SupplierOffersSchema,
  }),
  placeOrder: route('POST', '/jobs/:jobId/orders', {
    say: 'Order what a job needs',
    by: 'signed-in',
    params: { jobId: JobIdSchema },
    body: PlaceOrderSchema,
    reply: CommandReplySchema,
    status: 201,
  }),
  cancelOrder: route('POST', '/jobs/:jobId/orders/:orderId/cancel', {
    say: 'Call an order off',
    by: 'signed-in',
    params: order,
    body: CancelOrderSchema,
    reply: CommandReplySchema,
  }),
  returnOrder: route('POST', '/jobs/:jobId/orders/:orderId/return', {
    say: 'Send back what came',
    by: 'signed-in',
    params: order,
    body: CancelOrderSchema,
    reply: CommandReplySchema,
  }),
};
