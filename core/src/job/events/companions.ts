import * as z from 'zod';
import { CompanionKindSchema, type Companion } from '../companion.js';
import type { JobState } from '../state.js';
import { defineEvent, stamp } from './define.js';

export const companionFitted = defineEvent(
  z.strictObject({
    type: z.literal('companion-fitted'),
    companionId: z.string(),
    kind: CompanionKindSchema,
    partId: z.string(),
    label: z.string(),
    priceMinor: z.number().int(),
    original: z.string(),
    limitMinutes: z.number().int(),
  }),
  (job, { type: _, companionId, ...one }, meta) => ({
    ...job,
    companions: [
      ...job.companions,
      { ...one, id: companionId, fitted: stamp(meta), outcome: null, note: '', originalRefitted: null, partReturned: null },
    ],
  }),
);

export const companionJudged = defineEvent(
  z.strictObject({
    type: z.literal('companion-judged'),
    companionId: z.string(),
    outcome: z.enum(['works', 'rolled-back']),
    note: z.string(),
  }),
  (job, { companionId, outcome, note }) => change(job, companionId, { outcome, note }),
);

export const companionUndone = defineEvent(
  z.strictObject({ type: z.literal('companion-undone'), companionId: z.string(), step: z.enum(['original-refitted', 'part-returned']) }),
  (job, { companionId, step }, meta) =>
    change(job, companionId, step === 'original-refitted' ? { originalRefitted: stamp(meta) } : { partReturned: stamp(meta) }),
);

const change = (job: JobState, id: string, to: Partial<Companion>): JobState => ({
  ...job,
  companions: job.companions.map((one) => (one.id === id ? { ...one, ...to } : one)),
});
