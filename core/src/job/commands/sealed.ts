import * as z from 'zod';
import { say } from '../../units/index.js';
import { REFUSALS } from '../words/en/refusals.js';
import { oneLine } from '../../units/index.js';
import type { JobState } from '../shape/state.js';
import { SealedKindSchema } from '../shape/sealed.js';
import { accept, ANYONE, command, refuse, type Context, type Refusal } from './define.js';

const noteId = z.string().min(1).max(80);

// What a note says never comes near a job: the server keeps it encrypted beside the job, and gives these
// commands itself.

export const keepSealed = command('keep-sealed', {
  shape: {
    noteId,
    kind: SealedKindSchema,
    label: oneLine().max(60, 'Shorten what it is for to 60 characters.').default(''),
  },
  by: ANYONE,
  byServer: true,
  decide: (_, { noteId: id, kind, label }) => accept({ type: 'sealed-kept', noteId: id, kind, label }),
});

export const lookSealed = command('look-sealed', {
  shape: {
    noteId,
  },
  by: ANYONE,
  byServer: true,
  decide: (job, { noteId: id }, context) => {
    const note = job.sealed.find((one) => one.id === id);
    if (!note) return refuse('no-note');
    if (note.destroyed) return refuse('destroyed');
    const not = mayNotLook(job, context);
    return not ? { ok: false, refusal: not } : accept({ type: 'sealed-looked', noteId: id });
  },
});

/** Why this person may not read sealed notes of the job; null: they may. */
export function mayNotLook(
  job: Pick<JobState, 'hands'>,
  { by, roles }: Pick<Context, 'by' | 'roles'>,
): Refusal | null {
  if (roles.includes('lead') || job.hands?.by.id === by.id) return null;
  return say(REFUSALS, 'not-yours', { by: job.hands?.by.name ?? null });
}

export const destroySealed = command('destroy-sealed', {
  shape: {
    noteId,
  },
  by: ANYONE,
  byServer: true,
  decide: (job, { noteId: id }) => {
    const note = job.sealed.find((one) => one.id === id);
    if (!note || note.destroyed) return refuse('no-note');
    return accept({ type: 'sealed-destroyed', noteId: id });
  },
});
