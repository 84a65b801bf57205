import { part } from './part.js';
import { Stamp } from './stamp.js';
import * as z from 'zod';
import { PhotoHashSchema } from '../../hardware/index.js';

/**
 * What a note is. `measure`: a length read off; `found`: what was wrong before anyone touched it, told to the
 * customer; `correction`: the guide says otherwise, for a lead to look at; `next-time`: told when the
 * machine comes in again.
 */
export const NoteKindSchema = z.enum(['note', 'measure', 'found', 'correction', 'next-time']);
export type NoteKind = z.infer<typeof NoteKindSchema>;

export const SAY_NOTE: Record<NoteKind, string> = {
  note: 'Note',
  measure: 'Measured',
  found: 'Found out of place',
  correction: 'Not how it was',
  'next-time': 'Look at next time',
};

export const NoteSchema = z.strictObject({
  text: z.string(),
  stepId: z.string().nullable(),
  kind: NoteKindSchema.default('note'),
  photos: z.array(PhotoHashSchema).max(8, 'Eight photos on one note are the most.').default([]),
  measured: z
    .strictObject({
      what: z.string().trim().min(2, 'Say what was measured.').max(80),
      mm: z.number().min(0).max(2000, 'That is longer than any machine.'),
      plusMinusMm: z.number().min(0).max(50),
    })
    .nullable()
    .default(null),
  /** A correction: which guide it is about. */
  about: z
    .strictObject({ modelId: z.string(), operationId: z.string().nullable(), guideVersion: z.number().int() })
    .nullable()
    .default(null),
});

export const notesPart = part(
  { notes: z.array(z.strictObject({ ...NoteSchema.shape, ...Stamp })) },
  { notes: [] },
);
