import * as z from 'zod';
import { LinkSchema, NeedSchema, TemplateSchema, VerdictSchema } from '../../fit/index.js';
import { DriveSchema, SlotSchema } from '../../hardware/index.js';
import { MeasureSchema } from '../../units/index.js';
import { agreementFallen } from './agree.js';
import { defineEvent, stamp } from './define.js';

export const needStated = defineEvent(
  z.strictObject({ type: z.literal('need-stated'), ...NeedSchema.shape }),
  (job, { type: _, ...need }) => ({
    ...job,
    need,
  }),
);

const NOT_MEASURED = { topHeight: null, bottomHeight: null, peakWatts: null };

export const driveMeasured = defineEvent(
  z.strictObject({
    type: z.literal('drive-measured'),
    driveId: z.string(),
    key: z.enum(['topHeight', 'bottomHeight']),
    measure: MeasureSchema,
  }),
  (job, { driveId, key, measure }) => ({
    ...job,
    measured: { ...job.measured, [driveId]: { ...(job.measured[driveId] ?? NOT_MEASURED), [key]: measure } },
  }),
);

export const labelRead = defineEvent(
  z.strictObject({ type: z.literal('label-read'), driveId: z.string(), watts: z.number() }),
  (job, { driveId, watts }) => ({
    ...job,
    measured: { ...job.measured, [driveId]: { ...(job.measured[driveId] ?? NOT_MEASURED), peakWatts: watts } },
  }),
);

export const looked = defineEvent(
  z.strictObject({ type: z.literal('looked'), at: z.string(), key: z.string(), answer: z.union([MeasureSchema, z.string()]) }),
  (job, { at, key, answer }) => ({ ...job, looks: { ...job.looks, [at]: { ...job.looks[at], [key]: answer } } }),
);

/** Another variant has other slots: a drive chosen for the one before falls with it. */
export const variantSettled = defineEvent(
  z.strictObject({ type: z.literal('variant-settled'), variantId: z.string() }),
  (job, { variantId }) => ({ ...job, variantId, ...(job.variantId === variantId ? {} : { way: null, choice: null }) }),
);

/** The drive and slot are copied in: the record stays true when the shelf changes. A way planned for another drive falls. */
export const driveChosen = defineEvent(
  z.strictObject({
    type: z.literal('drive-chosen'),
    slot: SlotSchema,
    drive: DriveSchema,
    verdict: VerdictSchema,
    /** Why a lead took it against the verdict. */
    override: z.string().nullable().default(null),
    /** What drive and slot agree on: Prove measures against it. */
    link: LinkSchema.nullable().default(null),
  }),
  (job, { slot, drive, verdict, override, link }, meta) => ({
    ...job,
    // What was agreed on was another drive.
    ...(job.agreement && (job.agreement.driveId !== drive.id || job.agreement.slotId !== slot.id) ? agreementFallen(job) : {}),
    way: null,
    choice: { slot, drive, verdict, override, link, ...stamp(meta) },
  }),
);

/** Something made here that is screwed on with the drive; the choice made without it has to be made again. */
export const adapted = defineEvent(
  z.strictObject({ type: z.literal('adapted'), slotId: z.string(), label: z.string(), thickness: MeasureSchema, template: TemplateSchema }),
  (job, { slotId, label, thickness, template }, meta) => ({
    ...job,
    choice: null,
    way: null,
    adapted: { slotId, label, thickness, template, approved: null, ...stamp(meta) },
  }),
);

export const adaptedJudged = defineEvent(
  z.strictObject({ type: z.literal('adapted-judged'), approved: z.boolean(), note: z.string() }),
  (job, { approved, note }, meta) => {
    if (!job.adapted) return job;
    return approved
      ? { ...job, adapted: { ...job.adapted, approved: { note, ...stamp(meta) } } }
      : { ...job, adapted: null, choice: null, way: null };
  },
);
