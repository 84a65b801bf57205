import * as z from 'zod';
import { WaitsForSchema } from '../wait-kind.js';
import { defineEvent, stamp } from './define.js';

/** Somebody puts hands on it: the job is theirs until another takes it over. */
export const takenUp = defineEvent(z.strictObject({ type: z.literal('taken-up') }), (job, _, meta) => ({ ...job, hands: stamp(meta) }));

export const waitingBegan = defineEvent(
  z.strictObject({
    type: z.literal('waiting-began'),
    kind: WaitsForSchema,
    what: z.string(),
    who: z.string(),
    until: z.string().nullable(),
  }),
  (job, { kind, what, who, until }, meta) => ({ ...job, waiting: { kind, what, who, until, ...stamp(meta) } }),
);

export const waitingEnded = defineEvent(z.strictObject({ type: z.literal('waiting-ended'), how: z.string() }), (job) => ({
  ...job,
  waiting: null,
}));
