import * as z from 'zod';
import { VerdictSchema } from '../../fit/index.js';
import { DriveSchema, SlotSchema } from '../../hardware/index.js';
import { MeasureSchema } from '../../units/index.js';
import { defineEvent, stamp } from './define.js';

export const needStated = defineEvent(
  z.strictObject({ type: z.literal('need-stated'), usedGb: z.number().nullable(), wantedGb: z.number().nullable() }),
  (job, { usedGb, wantedGb }) => ({ ...job, need: { usedGb, wantedGb } }),
);

export const driveMeasured = defineEvent(
  z.strictObject({
    type: z.literal('drive-measured'),
    driveId: z.string(),
    key: z.enum(['topHeight', 'bottomHeight']),
    measure: MeasureSchema,
  }),
  (job, { driveId, key, measure }) => {
    const before = job.measured[driveId] ?? { topHeight: null, bottomHeight: null };
    return { ...job, measured: { ...job.measured, [driveId]: { ...before, [key]: measure } } };
  },
);

/** The drive and slot are copied in: the record stays true when the shelf changes. A way planned for another drive falls. */
export const driveChosen = defineEvent(
  z.strictObject({ type: z.literal('drive-chosen'), slot: SlotSchema, drive: DriveSchema, verdict: VerdictSchema }),
  (job, { slot, drive, verdict }, meta) => ({ ...job, way: null, choice: { slot, drive, verdict, ...stamp(meta) } }),
);
