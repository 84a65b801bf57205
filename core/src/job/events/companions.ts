import * as z from 'zod';
import { bareChange } from '../shape/change.js';
import { CompanionKindSchema } from '../shape/companion.js';
import { onChange, putChange } from './on-changes.js';
import { changeById } from '../reading/changes.js';
import { originalOf, takenOutBy } from '../reading/old-drives.js';
import { clearItem } from '../reading/tray.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { companion, andNote } from './tell.js';

export const companionFitted = event('companion-fitted', {
  shape: {
    companionId: z.string(),
    kind: CompanionKindSchema,
    partId: z.string(),
    label: z.string(),
    priceMinor: z.number().int(),
    /** What it replaces, kept until it is settled; empty: nothing was there. */
    original: z.string(),
    /** Hands that may go into making it work. */
    limitMinutes: z.number().int(),
  },
  touches: ['stock'],
  evolve: (job, { companionId, kind, partId, label, priceMinor, original, limitMinutes }, meta) => ({
    ...job,
    changes: putChange(
      job,
      bareChange({
        id: companionId,
        kind,
        thing: {
          from: 'shelf',
          label,
          priceMinor,
          item: { kind: 'part', id: partId },
          drive: null,
          part: null,
        },
        original,
        limitMinutes,
        fitted: stamp(meta),
        ...stamp(meta),
      }),
    ),
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
  evolve: (job, { companionId, outcome, note }, meta) => ({
    ...job,
    changes: onChange(job, companionId, { judged: { outcome, note, ...stamp(meta) } }),
  }),
  tells: ({ companionId, outcome, note }, job) =>
    `${companion(job, companionId)} ${outcome === 'works' ? 'works' : 'does not work and is rolled back'}${andNote(note)}.`,
});

export const companionUndone = event('companion-undone', {
  shape: {
    companionId: z.string(),
    step: z.enum(['original-refitted', 'part-returned']),
  },
  touches: ['stock'],
  evolve: (job, { companionId, step }, meta) => {
    if (step === 'part-returned')
      return { ...job, changes: onChange(job, companionId, { partReturned: stamp(meta) }) };
    const change = changeById(job, companionId);
    return {
      ...job,
      // What goes back in has to be known by name afterwards, when it lies on the tray no more.
      changes: onChange(job, companionId, {
        originalRefitted: stamp(meta),
        ...(change ? { original: originalOf(job, change) } : {}),
      }),
      tray: (change ? takenOutBy(job, change) : []).reduce(
        (tray, item) => clearItem(tray, item.id),
        job.tray,
      ),
    };
  },
  tells: ({ companionId, step }, job) =>
    step === 'original-refitted'
      ? `Refitted what was there before ${companion(job, companionId)}.`
      : `${companion(job, companionId)} is back on the shelf.`,
});
