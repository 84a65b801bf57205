import * as z from 'zod';
import { FactsSchema } from '../../units/index.js';
import { NoteSchema, SAY_NOTE } from '../shape/note.js';
import { PhaseSchema, SAY_PHASE } from '../shape/phases.js';
import { OldDriveFateSchema, SanitisedSchema } from '../shape/custody.js';
import { changeById } from '../reading/changes.js';
import { drivesOut, oldDrivesOpen } from '../reading/old-drives.js';
import { clearItem } from '../reading/tray.js';
import type { JobState } from '../shape/state.js';
import { PricingSchema } from '../../quote/index.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { sayFate } from '../reading/fates.js';

/** The job goes on to, or back to, a phase. */
export const phaseEntered = event('phase-entered', {
  shape: {
    phase: PhaseSchema,
    /** Of a change, or of a start: which round of the opening it is. */
    round: z.number().int().min(1).default(1),
  },
  touches: ['stock'],
  evolve: (job, { phase, round }) => ({
    ...job,
    phase,
    way: job.way && (phase === 'swap' || phase === 'try') ? { ...job.way, round } : job.way,
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
    /** Empty: the one that the main drive came in for. */
    changeId: z.string().default(''),
  },
  evolve: (job, { fate, until, sanitised, note, changeId }, meta) => ({
    ...job,
    oldDriveFate: changeId === '' ? { fate, until, note, ...stamp(meta) } : job.oldDriveFate,
    custody: [
      ...job.custody,
      { changeId, fate, until, sanitised, serial: serialOf(job, changeId), note, ...stamp(meta) },
    ],
    tray: trayWithout(job, changeId),
  }),
  tells: (said) => `Old drive: ${sayFate(said)}`,
});

const serialOf = ({ serials, shown }: JobState, changeId: string): string =>
  (changeId === '' ? serials.oldDrive : shown[changeId]?.oldSerial) ?? '';

/** The settled drive leaves the tray; where it is the last that is open, all that lies there is it. */
function trayWithout(job: JobState, changeId: string): JobState['tray'] {
  const placeOf = (id: string): string | null => changeById(job, id)?.placeId ?? null;
  const others = oldDrivesOpen(job).filter((one) => one.changeId !== changeId);
  const theirs = new Set(others.map((one) => placeOf(one.changeId)));
  const gone = drivesOut(job).filter(({ placeId }) => {
    if (others.length === 0) return true;
    return changeId === '' ? !theirs.has(placeId) : placeId === placeOf(changeId);
  });
  return gone.reduce((tray, { item }) => clearItem(tray, item.id), job.tray);
}

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
