import * as z from 'zod';
import { CompanionSchema, type Companion } from '../shape/companion.js';
import type { JobState } from '../shape/state.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { companion, andNote } from './tell.js';

export const companionFitted = event('companion-fitted', {
  shape: {
    companionId: z.string(),
    ...CompanionSchema.pick({
      kind: true,
      partId: true,
      label: true,
      priceMinor: true,
      original: true,
      limitMinutes: true,
    }).shape,
  },
  touches: ['stock'],
  evolve: (job, { type: _, companionId, ...one }, meta) => ({
    ...job,
    companions: [
      ...job.companions,
      {
        ...one,
        id: companionId,
        fitted: stamp(meta),
        outcome: null,
        note: '',
        originalRefitted: null,
        partReturned: null,
      },
    ],
  }),
  tells: ({ label, original, limitMinutes }) =>
    `Fitted ${label}${original ? ` in place of ${original}` : ''}: it has ${limitMinutes} min to prove itself.`,
});

export const companionJudged = event('companion-judged', {
  shape: {
    companionId: z.string(),
    outcome: z.enum(['works', 'rolled-back']),
    note: z.string(),
  },
  evolve: (job, { companionId, outcome, note }) => change(job, companionId, { outcome, note }),
  tells: ({ companionId, outcome, note }, job) =>
    `${companion(job, companionId)} ${outcome === 'works' ? 'works' : 'does not work and is rolled back'}${andNote(note)}.`,
});

export const companionUndone = event('companion-undone', {
  shape: {
    companionId: z.string(),
    step: z.enum(['original-refitted', 'part-returned']),
  },
  touches: ['stock'],
  evolve: (job, { companionId, step }, meta) =>
    change(
      job,
      companionId,
      step === 'original-refitted' ? { originalRefitted: stamp(meta) } : { partReturned: stamp(meta) },
    ),
  tells: ({ companionId, step }, job) =>
    step === 'original-refitted'
      ? `Refitted what was there before ${companion(job, companionId)}.`
      : `${companion(job, companionId)} is back on the shelf.`,
});

const change = (job: JobState, id: string, to: Partial<Companion>): JobState => ({
  ...job,
  companions: job.companions.map((one) => (one.id === id ? { ...one, ...to } : one)),
});
