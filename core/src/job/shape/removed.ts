import { part } from './part.js';
import * as z from 'zod';
import { Stamp } from './stamp.js';

export const RemovedFateSchema = z.enum(['returned', 'kept', 'bought-in', 'thrown-away']);
export type RemovedFate = z.infer<typeof RemovedFateSchema>;
export const SAY_REMOVED: Record<RemovedFate, string> = {
  returned: 'back to the customer',
  kept: 'kept here as fallback',
  'bought-in': 'bought in by the workshop',
  'thrown-away': 'thrown away, by local rules for waste',
};

/** A part that came out for good, and where it went. */
export const RemovedSchema = z.strictObject({
  what: z.string(),
  fate: RemovedFateSchema,
  /** Kept until this day. */
  until: z.string().nullable(),
  /** Paid to the customer for it. */
  amountMinor: z.number().int().min(0),
  note: z.string(),
  ...Stamp,
});
export type Removed = z.infer<typeof RemovedSchema>;

export const removedPart = part({ removed: z.array(RemovedSchema) }, { removed: [] });
