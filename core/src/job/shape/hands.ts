import * as z from 'zod';
import { part } from './part.js';
import { Stamp, StampSchema } from './stamp.js';
import { WaitsForSchema } from './wait-kind.js';

/** Who has it, and what it waits for. */
export const handsPart = part(
  {
    /** Whose hands are on it: the job's technician. */
    hands: StampSchema.nullable(),
    /** What somebody said it waits for; parts on order and runs in the dock say so themselves. */
    waiting: z
      .strictObject({
        kind: WaitsForSchema,
        what: z.string(),
        who: z.string(),
        until: z.string().nullable(),
        ...Stamp,
      })
      .nullable(),
  },
  { hands: null, waiting: null },
);
