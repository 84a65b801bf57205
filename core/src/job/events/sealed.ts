import * as z from 'zod';
import { SealedKindSchema } from '../sealed.js';
import { defineEvent, stamp } from './define.js';

export const sealedKept = defineEvent(
  z.strictObject({ type: z.literal('sealed-kept'), noteId: z.string(), kind: SealedKindSchema, label: z.string() }),
  (job, { noteId, kind, label }, meta) => ({
    ...job,
    sealed: [...job.sealed, { id: noteId, kind, label, ...stamp(meta), looks: [], destroyed: null }],
  }),
);

export const sealedLooked = defineEvent(
  z.strictObject({ type: z.literal('sealed-looked'), noteId: z.string() }),
  (job, { noteId }, meta) => ({
    ...job,
    sealed: job.sealed.map((one) => (one.id === noteId ? { ...one, looks: [...one.looks, stamp(meta)] } : one)),
  }),
);

export const sealedDestroyed = defineEvent(
  z.strictObject({ type: z.literal('sealed-destroyed'), noteId: z.string() }),
  (job, { noteId }, meta) => ({
    ...job,
    sealed: job.sealed.map((one) => (one.id === noteId ? { ...one, destroyed: stamp(meta) } : one)),
  }),
);
