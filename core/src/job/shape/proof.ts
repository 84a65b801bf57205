import * as z from 'zod';
import { BaselineIdSchema } from './baseline.js';
import { part } from './part.js';
import { Stamp } from './stamp.js';

export const ShownSizeSchema = z.strictObject({
  shown: z.number().positive().max(1e6),
  unit: z.enum(['GB', 'GiB']),
});
export type ShownSize = z.infer<typeof ShownSizeSchema>;

/** What the machine showed once the drive was in. */
export const proofPart = part(
  {
    tried: z
      .strictObject({
        listed: z.boolean(),
        size: ShownSizeSchema.nullable(),
        right: z.boolean(),
        sentence: z.string(),
        ...Stamp,
      })
      .nullable(),
    setUp: z.record(
      z.string(),
      z.strictObject({ outcome: z.enum(['done', 'not-needed']), note: z.string(), ...Stamp }),
    ),
    proved: z
      .strictObject({
        listed: z.boolean(),
        size: ShownSizeSchema.nullable(),
        right: z.boolean(),
        sentence: z.string(),
        ...Stamp,
      })
      .nullable(),
    after: z.partialRecord(
      BaselineIdSchema,
      z.strictObject({ result: z.enum(['works', 'faulty', 'not-tried']), note: z.string(), ...Stamp }),
    ),
  },
  { tried: null, setUp: {}, proved: null, after: {} },
);
