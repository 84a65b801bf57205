import * as z from 'zod';
import { FactsSchema } from '../../units/index.js';
import { part } from './part.js';
import { PhaseSchema } from './phases.js';
import { Stamp } from './stamp.js';

/** How far the job is, and how it ends. */
export const coursePart = part(
  {
    phase: PhaseSchema,
    closed: z.strictObject({ to: z.string(), ...Stamp }).nullable(),
    endedEarly: z
      .strictObject({ reason: z.string(), referredTo: z.string().nullable(), ...Stamp })
      .nullable(),
    waivers: z.array(
      z.strictObject({
        code: z.string(),
        facts: FactsSchema.default({}),
        what: z.string(),
        reason: z.string(),
        ...Stamp,
      }),
    ),
  },
  { phase: 'diagnose', closed: null, endedEarly: null, waivers: [] },
);
