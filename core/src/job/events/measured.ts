import * as z from 'zod';
import { SelfReportSchema } from '../../hardware/index.js';
import { WorkingSchema, SAY_WORKING } from '../shape/baseline.js';
import { KeptMemorySchema, SpeedRecordSchema, TimeRecordSchema, SAY_TIMED } from '../shape/measured.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { sayMbs } from '../../prove/index.js';
import { sayMarked } from '../../units/index.js';
import { unpluggedChecks } from '../reading/unplugged.js';
import { andNote } from './tell.js';

export const speedMeasured = event('speed-measured', {
  shape: { speed: SpeedRecordSchema },
  evolve: (job, { speed }, meta) => ({ ...job, speeds: [...job.speeds, { ...speed, ...stamp(meta) }] }),
  tells: ({ speed }) =>
    `Measured ${speed.when === 'before' ? 'the old drive' : 'the new drive'}: reads ${sayMbs(speed.readBytesPerSecond)}${speed.onMains === false ? ', on battery' : ''}.`,
});

export const timeMeasured = event('time-measured', {
  shape: { time: TimeRecordSchema },
  evolve: (job, { time }, meta) => ({ ...job, times: [...job.times, { ...time, ...stamp(meta) }] }),
  tells: ({ time }) =>
    `${SAY_TIMED[time.what]}, ${time.when === 'before' ? 'before' : 'now'}: ${time.seconds} s.`,
});

export const memoryRead = event('memory-read', {
  shape: { ...KeptMemorySchema.omit({ by: true, at: true }).shape },
  evolve: (job, { type: _, ...shown }, meta) => ({ ...job, memoryShown: { ...shown, ...stamp(meta) } }),
  tells: ({ gib, megatransfers }) =>
    `Memory shown: ${gib} GiB${megatransfers ? `, ${megatransfers} MT/s` : ''}.`,
});

export const newReportRead = event('new-report-read', {
  shape: {
    name: z.string(),
    report: SelfReportSchema,
  },
  evolve: (job, { name, report }, meta) => ({
    ...job,
    newReports: [...job.newReports, { source: 'file' as const, name, report, ...stamp(meta) }],
  }),
  tells: ({ name, report }) =>
    `Read the new drive’s self-report, ${name}${report.capacityBytes ? `, ${sayMarked(Number(report.capacityBytes))}` : ''}.`,
});

export const unpluggedChecked = event('unplugged-checked', {
  shape: {
    checkId: z.string(),
    result: WorkingSchema,
    note: z.string(),
  },
  evolve: (job, { checkId, result, note }, meta) => ({
    ...job,
    rechecked: { ...job.rechecked, [checkId]: { result, note, ...stamp(meta) } },
  }),
  tells: ({ checkId, result, note }, job) =>
    `Had been unplugged: ${unpluggedChecks(job).find((one) => one.id === checkId)?.say ?? checkId}, ${SAY_WORKING[result]}${andNote(note)}.`,
});
