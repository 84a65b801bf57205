import * as z from 'zod';
import { FactsSchema } from '../../units/index.js';
import { NoteSchema, SAY_NOTE } from '../shape/note.js';
import { PhaseSchema, SAY_PHASE } from '../shape/phases.js';
import { OldDriveFateSchema, SanitisedSchema } from '../shape/custody.js';
import { clearItem } from '../reading/tray.js';
import { PricingSchema } from '../../quote/index.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { sayFate } from '../reading/fates.js';

/** The job goes on to, or back to, a phase. */
export const phaseEntered = event('phase-entered', {
  shape: { phase: PhaseSchema },
  touches: ['stock'],
  evolve: (job, { phase }) => ({
    ...job,
    phase,
  }),
  tells: ({ phase }) => SAY_PHASE[phase],
});

export const waived = event('waived', {
  shape: {
    code: z.string(),
    /** What its sentence was said from; events of before say it in words alone. */
    facts: FactsSchema.default({}),
    what: z.string(),
    reason: z.string(),
  },
  evolve: (job, { code, facts, what, reason }, meta) => ({
    ...job,
    waivers: [
      ...job.waivers.filter((one) => one.code !== code),
      { code, facts, what, reason, ...stamp(meta) },
    ],
  }),
  tells: ({ what, reason }) => `Waived: ${what} ${reason}`,
});

export const noted = event('noted', {
  shape: { ...NoteSchema.shape },
  evolve: (job, { type: _, ...note }, meta) => ({
    ...job,
    notes: [...job.notes, { ...note, ...stamp(meta) }],
  }),
  tells: ({ kind, text }) => `${SAY_NOTE[kind]}: ${text}`,
});

/** The old drive leaves the tray once it is said where it goes. */
export const oldDriveSettled = event('old-drive-settled', {
  shape: {
    fate: OldDriveFateSchema,
    until: z.string().nullable(),
    sanitised: SanitisedSchema.nullable().default(null),
    note: z.string(),
  },
  evolve: (job, { fate, until, sanitised, note }, meta) => ({
    ...job,
    oldDriveFate: { fate, until, note, ...stamp(meta) },
    custody: [
      ...job.custody,
      { fate, until, sanitised, serial: job.serials.oldDrive ?? '', note, ...stamp(meta) },
    ],
    tray: job.tray
      .filter((item) => item.kind === 'drive')
      .reduce((tray, item) => clearItem(tray, item.id), job.tray),
  }),
  tells: (said) => `Old drive: ${sayFate(said)}`,
});

/** No repair: the machine goes back as it came. */
export const endedEarly = event('ended-early', {
  shape: {
    reason: z.string(),
    referredTo: z.string().nullable().default(null),
    looking: PricingSchema.nullable().default(null),
  },
  touches: ['stock'],
  evolve: (job, { reason, referredTo, looking }, meta) => ({
    ...job,
    looking,
    phase: 'hand-over',
    waiting: null,
    endedEarly: { reason, referredTo, ...stamp(meta) },
  }),
  tells: ({ reason, referredTo }) =>
    `${referredTo ? `Referred to ${referredTo}` : 'Goes back unrepaired'}: ${reason}`,
});

/** The sealed notes go with it: what is in them is nobody's business any more. */
export const handedOver = event('handed-over', {
  shape: { to: z.string() },
  evolve: (job, { to }, meta) => ({
    ...job,
    closed: { to, ...stamp(meta) },
    waiting: null,
    sealed: job.sealed.map((one) => (one.destroyed ? one : { ...one, destroyed: stamp(meta) })),
  }),
  tells: ({ to }) => `Handed over to ${to}.`,
});
