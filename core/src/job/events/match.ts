import * as z from 'zod';
import { LinkSchema, NeedSchema, TemplateSchema, VerdictSchema, sayLook } from '../../fit/index.js';
import { DriveSchema, SlotSchema, sayDrive } from '../../hardware/index.js';
import { MeasureSchema, sayMm } from '../../units/index.js';
import { agreementFallen } from './agree.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { FIRST_CHANGE, type Change } from '../shape/change.js';
import { driveChange } from '../shape/thing.js';
import type { JobState } from '../shape/state.js';
import { putChange } from './on-changes.js';
import { andNote } from './tell.js';

export const needStated = event('need-stated', {
  shape: { ...NeedSchema.shape },
  evolve: (job, { type: _, ...need }) => ({
    ...job,
    need,
  }),
  tells: ({ usedGb, wantedGb }) =>
    usedGb === null && wantedGb === null
      ? null
      : `Needs: ${[usedGb && `${usedGb} GB in use`, wantedGb && `at least ${wantedGb} GB`].filter(Boolean).join(', ')}.`,
});

const NOT_MEASURED = { topHeight: null, bottomHeight: null, peakWatts: null };

export const driveMeasured = event('drive-measured', {
  shape: {
    driveId: z.string(),
    key: z.enum(['topHeight', 'bottomHeight']),
    measure: MeasureSchema,
  },
  evolve: (job, { driveId, key, measure }) => ({
    ...job,
    measured: { ...job.measured, [driveId]: { ...(job.measured[driveId] ?? NOT_MEASURED), [key]: measure } },
  }),
  tells: ({ measure }) => `Measured the drive: ${sayMm(measure.mm)} mm.`,
});

export const labelRead = event('label-read', {
  shape: {
    driveId: z.string(),
    watts: z.number(),
  },
  evolve: (job, { driveId, watts }) => ({
    ...job,
    measured: {
      ...job.measured,
      [driveId]: { ...(job.measured[driveId] ?? NOT_MEASURED), peakWatts: watts },
    },
  }),
  tells: ({ watts }) => `Read ${watts} W off the drive’s label.`,
});

export const looked = event('looked', {
  shape: {
    at: z.string(),
    key: z.string(),
    answer: z.union([MeasureSchema, z.string()]),
  },
  evolve: (job, { at, key, answer }) => ({
    ...job,
    looks: { ...job.looks, [at]: { ...job.looks[at], [key]: answer } },
  }),
  tells: ({ key, answer }) => `Looked: ${sayLook(key, answer)}.`,
});

/** Another variant has other slots: a drive chosen for the one before falls with it. */
export const variantSettled = event('variant-settled', {
  shape: { variantId: z.string() },
  touches: ['stock'],
  evolve: (job, { variantId }) => ({
    ...job,
    variantId,
    ...(job.variantId === variantId ? {} : { way: null, changes: withoutSlots(job) }),
  }),
  tells: () => 'Settled which variant it is.',
});

/**
 * The drive and slot are copied in: the record stays true when the shelf changes. A way planned for another
 * drive falls.
 */
export const driveChosen = event('drive-chosen', {
  shape: {
    slot: SlotSchema,
    drive: DriveSchema,
    verdict: VerdictSchema,
    /** Why a lead took it against the verdict. */
    override: z.string().nullable().default(null),
    /** What drive and slot agree on: Prove measures against it. */
    link: LinkSchema.nullable().default(null),
  },
  touches: ['stock'],
  evolve: (job, { slot, drive, verdict, override, link }, meta) => ({
    ...job,
    // What was agreed on was another drive.
    ...(job.agreement && (job.agreement.driveId !== drive.id || job.agreement.slotId !== slot.id)
      ? agreementFallen(job)
      : {}),
    way: null,
    changes: putChange(
      job,
      driveChange(slot, drive, {}, { id: FIRST_CHANGE, verdict, override, link, ...stamp(meta) }),
    ),
  }),
  tells: ({ drive, slot, override }) =>
    `Took ${sayDrive(drive)} for the ${slot.label}${override ? `, against the verdict: ${override}` : ''}.`,
});

/** Something made here that is screwed on with the drive; the choice made without it has to be made again. */
export const adapted = event('adapted', {
  shape: {
    slotId: z.string(),
    label: z.string(),
    thickness: MeasureSchema,
    template: TemplateSchema,
  },
  touches: ['stock'],
  evolve: (job, { slotId, label, thickness, template }, meta) => ({
    ...job,
    changes: withoutDriveAt(job, slotId),
    way: null,
    adapted: { slotId, label, thickness, template, approved: null, ...stamp(meta) },
  }),
  tells: ({ label }) => `Adapted a part: ${label}.`,
});

export const adaptedJudged = event('adapted-judged', {
  shape: {
    approved: z.boolean(),
    note: z.string(),
  },
  touches: ['stock'],
  evolve: (job, { approved, note }, meta) => {
    if (!job.adapted) return job;
    return approved
      ? { ...job, adapted: { ...job.adapted, approved: { note, ...stamp(meta) } } }
      : { ...job, adapted: null, changes: withoutDriveAt(job, job.adapted.slotId), way: null };
  },
  tells: ({ approved, note }) =>
    `${approved ? 'Approved' : 'Did not approve'} the adapted part${andNote(note)}.`,
});

/** Another variant has other slots: what was planned at one of them is planned anew. */
const withoutSlots = ({ changes }: JobState): Change[] => changes.filter((one) => one.slot === null);

/** What was judged without the plate, or with it, has to be chosen again. */
const withoutDriveAt = ({ changes }: JobState, slotId: string): Change[] =>
  changes.filter((one) => !(one.thing?.drive && one.slot?.id === slotId));
