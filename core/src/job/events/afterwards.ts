import * as z from 'zod';
import { ComebackReasonSchema } from '../comeback.js';
import { RemovedSchema } from '../removed.js';
import { defineEvent, stamp } from './define.js';

export const removedSettled = defineEvent(
  z.strictObject({ type: z.literal('removed-settled'), ...RemovedSchema.omit({ by: true, at: true }).shape }),
  (job, { type: _, ...one }, meta) => ({ ...job, removed: [...job.removed, { ...one, ...stamp(meta) }] }),
);

/** On the old job: the machine is here again. */
export const cameBack = defineEvent(
  z.strictObject({ type: z.literal('came-back'), jobId: z.string(), number: z.number().int() }),
  (job, { jobId, number }, meta) => ({ ...job, cameBack: [...job.cameBack, { jobId, number, ...stamp(meta), learnt: null }] }),
);

const reason = ComebackReasonSchema.omit({ by: true, at: true }).shape;

/** On the new job: why it came back. */
export const comebackExplained = defineEvent(
  z.strictObject({ type: z.literal('comeback-explained'), ...reason }),
  (job, { type: _, ...one }, meta) => ({ ...job, comebackReason: { ...one, ...stamp(meta) } }),
);

/** The same on the old job, whose lesson it changes. */
export const comebackLearnt = defineEvent(
  z.strictObject({ type: z.literal('comeback-learnt'), jobId: z.string(), ...reason }),
  (job, { type: _, jobId, ...one }, meta) => ({
    ...job,
    cameBack: job.cameBack.map((back) => (back.jobId === jobId ? { ...back, learnt: { ...one, ...stamp(meta) } } : back)),
  }),
);

/** The job came in as a document from elsewhere. */
export const broughtIn = defineEvent(
  z.strictObject({ type: z.literal('brought-in'), fromWorkshop: z.string(), oldNumber: z.number().int() }),
  (job) => job,
);
