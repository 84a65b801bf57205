import * as z from 'zod';
import { NoteSchema } from '../note.js';
import { PhaseSchema } from '../phases.js';
import { OldDriveFateSchema, SanitisedSchema } from '../custody.js';
import { clearItem } from '../tray.js';
import { PricingSchema } from '../../quote/index.js';
import { defineEvent, stamp } from './define.js';

/** The job goes on to, or back to, a phase. */
export const phaseEntered = defineEvent(z.strictObject({ type: z.literal('phase-entered'), phase: PhaseSchema }), (job, { phase }) => ({
  ...job,
  phase,
}));

export const waived = defineEvent(
  z.strictObject({ type: z.literal('waived'), code: z.string(), what: z.string(), reason: z.string() }),
  (job, { code, what, reason }, meta) => ({
    ...job,
    waivers: [...job.waivers.filter((one) => one.code !== code), { code, what, reason, ...stamp(meta) }],
  }),
);

export const noted = defineEvent(z.strictObject({ type: z.literal('noted'), ...NoteSchema.shape }), (job, { type: _, ...note }, meta) => ({
  ...job,
  notes: [...job.notes, { ...note, ...stamp(meta) }],
}));

/** The old drive leaves the tray once it is said where it goes. */
export const oldDriveSettled = defineEvent(
  z.strictObject({
    type: z.literal('old-drive-settled'),
    fate: OldDriveFateSchema,
    until: z.string().nullable(),
    sanitised: SanitisedSchema.nullable().default(null),
    note: z.string(),
  }),
  (job, { fate, until, sanitised, note }, meta) => ({
    ...job,
    oldDriveFate: { fate, until, note, ...stamp(meta) },
    custody: [...job.custody, { fate, until, sanitised, serial: job.serials.oldDrive ?? '', note, ...stamp(meta) }],
    tray: job.tray.filter((item) => item.kind === 'drive').reduce((tray, item) => clearItem(tray, item.id), job.tray),
  }),
);

/** No repair: the machine goes back as it came. */
export const endedEarly = defineEvent(
  z.strictObject({
    type: z.literal('ended-early'),
    reason: z.string(),
    referredTo: z.string().nullable().default(null),
    looking: PricingSchema.nullable().default(null),
  }),
  (job, { reason, referredTo, looking }, meta) => ({
    ...job,
    looking,
    phase: 'hand-over',
    waiting: null,
    endedEarly: { reason, referredTo, ...stamp(meta) },
  }),
);

/** The sealed notes go with it: what is in them is nobody's business any more. */
export const handedOver = defineEvent(z.strictObject({ type: z.literal('handed-over'), to: z.string() }), (job, { to }, meta) => ({
  ...job,
  closed: { to, ...stamp(meta) },
  waiting: null,
  sealed: job.sealed.map((one) => (one.destroyed ? one : { ...one, destroyed: stamp(meta) })),
}));
