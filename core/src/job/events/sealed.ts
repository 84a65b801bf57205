import * as z from 'zod';
import { SealedKindSchema, SAY_SEALED } from '../shape/sealed.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { andNote } from './tell.js';

export const sealedKept = event('sealed-kept', {
  shape: {
    noteId: z.string(),
    kind: SealedKindSchema,
    label: z.string(),
  },
  evolve: (job, { noteId, kind, label }, meta) => ({
    ...job,
    sealed: [...job.sealed, { id: noteId, kind, label, ...stamp(meta), looks: [], destroyed: null }],
  }),
  tells: ({ kind, label }) => `Kept a sealed note: ${SAY_SEALED[kind].toLowerCase()}${andNote(label)}.`,
});

export const sealedLooked = event('sealed-looked', {
  shape: { noteId: z.string() },
  evolve: (job, { noteId }, meta) => ({
    ...job,
    sealed: job.sealed.map((one) =>
      one.id === noteId ? { ...one, looks: [...one.looks, stamp(meta)] } : one,
    ),
  }),
  tells: ({ noteId }, job) => {
    const note = job.sealed.find((one) => one.id === noteId);
    return `Looked at a sealed note${note ? `: ${SAY_SEALED[note.kind].toLowerCase()}${andNote(note.label)}` : ''}.`;
  },
});

export const sealedDestroyed = event('sealed-destroyed', {
  shape: { noteId: z.string() },
  evolve: (job, { noteId }, meta) => ({
    ...job,
    sealed: job.sealed.map((one) => (one.id === noteId ? { ...one, destroyed: stamp(meta) } : one)),
  }),
  tells: () => 'Destroyed a sealed note.',
});
