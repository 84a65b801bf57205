import * as z from 'zod';
import { LooksSchema, NeedSchema, NO_NEED, TemplateSchema } from '../../fit/index.js';
import { MeasureSchema } from '../../units/index.js';
import { part } from './part.js';
import { Stamp } from './stamp.js';

/** What is looked for, what was measured and seen for it. */
export const matchPart = part(
  {
    need: NeedSchema,
    /** What was read off drives on this job, by drive. */
    measured: z.record(
      z.string(),
      z.strictObject({
        topHeight: MeasureSchema.nullable(),
        bottomHeight: MeasureSchema.nullable(),
        peakWatts: z.number().nullable(),
      }),
    ),
    /** What was looked at on the machine, by slot; `model` for its firmware. */
    looks: z.record(z.string(), LooksSchema),
    /** Which variant of the model is on the bench. */
    variantId: z.string().nullable(),
    adapted: z
      .strictObject({
        slotId: z.string(),
        label: z.string(),
        thickness: MeasureSchema,
        template: TemplateSchema,
        approved: z.strictObject({ note: z.string(), ...Stamp }).nullable(),
        ...Stamp,
      })
      .nullable(),
  },
  { need: NO_NEED, measured: {}, looks: {}, variantId: null, adapted: null },
);
