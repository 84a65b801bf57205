import * as z from 'zod';
import { BaselineIdSchema, WorkingSchema } from '../baseline.js';
import { ShownSizeSchema } from '../state.js';
import { defineEvent, stamp } from './define.js';

const listing = { listed: z.boolean(), size: ShownSizeSchema.nullable(), right: z.boolean(), sentence: z.string() };

/** What firmware showed with the cover resting on. */
export const tried = defineEvent(z.strictObject({ type: z.literal('tried'), ...listing }), (job, { type: _, ...result }, meta) => ({
  ...job,
  tried: { ...result, ...stamp(meta) },
}));

/** What the finished machine showed. */
export const driveProved = defineEvent(
  z.strictObject({ type: z.literal('drive-proved'), ...listing }),
  (job, { type: _, ...result }, meta) => ({
    ...job,
    proved: { ...result, ...stamp(meta) },
  }),
);

export const setUpChecked = defineEvent(
  z.strictObject({
    type: z.literal('set-up-checked'),
    itemId: z.string(),
    outcome: z.enum(['done', 'not-needed', 'open']),
    note: z.string(),
  }),
  (job, { itemId, outcome, note }, meta) => {
    const { [itemId]: _, ...rest } = job.setUp;
    return { ...job, setUp: outcome === 'open' ? rest : { ...rest, [itemId]: { outcome, note, ...stamp(meta) } } };
  },
);

export const baselineChecked = defineEvent(
  z.strictObject({ type: z.literal('baseline-checked'), check: BaselineIdSchema, result: WorkingSchema, note: z.string() }),
  (job, { check, result, note }, meta) => ({ ...job, after: { ...job.after, [check]: { result, note, ...stamp(meta) } } }),
);
