import * as z from 'zod';
import { BaselineIdSchema, WorkingSchema, sayCheck, SAY_WORKING } from '../shape/baseline.js';
import { ShownSizeSchema } from '../shape/proof.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { size, andNote } from './tell.js';
import { setUpItems } from '../reading/set-up.js';

const listing = {
  listed: z.boolean(),
  size: ShownSizeSchema.nullable(),
  right: z.boolean(),
  sentence: z.string(),
};

/** What firmware showed before it was closed. */
export const tried = event('tried', {
  shape: { ...listing },
  evolve: (job, { type: _, ...result }, meta) => ({
    ...job,
    tried: { ...result, ...stamp(meta) },
  }),
  tells: ({ listed, size: shown, sentence }) =>
    listed ? `Tried it: listed${size(shown)}. ${sentence}` : `Tried it: not listed. ${sentence}`,
});

/** What the finished machine showed. */
export const driveProved = event('drive-proved', {
  shape: { ...listing },
  evolve: (job, { type: _, ...result }, meta) => ({
    ...job,
    proved: { ...result, ...stamp(meta) },
  }),
  tells: ({ sentence }) => `Proved: ${sentence}`,
});

export const setUpChecked = event('set-up-checked', {
  shape: {
    itemId: z.string(),
    outcome: z.enum(['done', 'not-needed', 'open']),
    note: z.string(),
  },
  evolve: (job, { itemId, outcome, note }, meta) => {
    const { [itemId]: _, ...rest } = job.setUp;
    return {
      ...job,
      setUp: outcome === 'open' ? rest : { ...rest, [itemId]: { outcome, note, ...stamp(meta) } },
    };
  },
  tells: ({ itemId, outcome, note }, job) =>
    `Set up, ${setUpItems(job).find((one) => one.id === itemId)?.say ?? itemId}: ${outcome === 'not-needed' ? `not needed${andNote(note)}` : outcome}.`,
});

export const baselineChecked = event('baseline-checked', {
  shape: {
    check: BaselineIdSchema,
    result: WorkingSchema,
    note: z.string(),
  },
  evolve: (job, { check, result, note }, meta) => ({
    ...job,
    after: { ...job.after, [check]: { result, note, ...stamp(meta) } },
  }),
  tells: ({ check, result, note }) =>
    `Tried again: ${sayCheck(check)}, ${SAY_WORKING[result]}${andNote(note)}.`,
});
