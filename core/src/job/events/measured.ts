import * as z from 'zod';
import { SelfReportSchema } from '../../hardware/index.js';
import { WorkingSchema } from '../baseline.js';
import { KeptMemorySchema, SpeedRecordSchema, TimeRecordSchema } from '../measured.js';
import { defineEvent, stamp } from './define.js';

export const speedMeasured = defineEvent(
  z.strictObject({ type: z.literal('speed-measured'), speed: SpeedRecordSchema }),
  (job, { speed }, meta) => ({ ...job, speeds: [...job.speeds, { ...speed, ...stamp(meta) }] }),
);

export const timeMeasured = defineEvent(
  z.strictObject({ type: z.literal('time-measured'), time: TimeRecordSchema }),
  (job, { time }, meta) => ({ ...job, times: [...job.times, { ...time, ...stamp(meta) }] }),
);

export const memoryRead = defineEvent(
  z.strictObject({ type: z.literal('memory-read'), ...KeptMemorySchema.omit({ by: true, at: true }).shape }),
  (job, { type: _, ...shown }, meta) => ({ ...job, memoryShown: { ...shown, ...stamp(meta) } }),
);

export const newReportRead = defineEvent(
  z.strictObject({ type: z.literal('new-report-read'), name: z.string(), report: SelfReportSchema }),
  (job, { name, report }, meta) => ({ ...job, newReports: [...job.newReports, { source: 'file' as const, name, report, ...stamp(meta) }] }),
);

export const unpluggedChecked = defineEvent(
  z.strictObject({ type: z.literal('unplugged-checked'), checkId: z.string(), result: WorkingSchema, note: z.string() }),
  (job, { checkId, result, note }, meta) => ({ ...job, rechecked: { ...job.rechecked, [checkId]: { result, note, ...stamp(meta) } } }),
);
