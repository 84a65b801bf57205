import * as z from 'zod';
import { SelfReportSchema } from '../../hardware/index.js';
import { WorkingSchema } from '../shape/baseline.js';
import { foldSerial } from '../shape/intake.js';
import { MemoryShownSchema, SpeedRecordSchema, TimeRecordSchema } from '../shape/measured.js';
import { unpluggedChecks } from '../reading/unplugged.js';
import { accept, HANDS, command, refuse } from './define.js';

export const measureSpeed = command('measure-speed', {
  shape: {
    speed: SpeedRecordSchema,
  },
  by: HANDS,
  decide: (job, { speed }) => {
    if (speed.when === 'after' && job.phase !== 'prove') return refuse('measured-in-prove');
    return accept({ type: 'speed-measured', speed });
  },
});

export const measureTime = command('measure-time', {
  shape: {
    time: TimeRecordSchema,
  },
  by: HANDS,
  decide: (job, { time }) => {
    if (time.when === 'after' && job.phase !== 'prove') return refuse('timed-in-prove');
    return accept({ type: 'time-measured', time });
  },
});

/**
 * What the system shows of the memory, against what was fitted: the model's soldered part and the companions
 * of this job.
 */
export const readMemory = command('read-memory', {
  shape: {
    ...MemoryShownSchema.shape,
    expectedGib: z.number().positive().max(1024).nullable(),
    expectedMegatransfers: z.number().int().positive().nullable(),
  },
  by: HANDS,
  decide: (job, { type: _, ...shown }) =>
    job.phase === 'prove' ? accept({ type: 'memory-read', ...shown }) : refuse('memory-in-prove'),
});

/** A self-report of the drive that was fitted; of another drive it is refused. */
export const readNewReport = command('read-new-report', {
  shape: {
    name: z.string().max(120),
    report: SelfReportSchema,
  },
  by: HANDS,
  decide: (job, { name, report }) => {
    if (job.phase !== 'prove') return refuse('report-in-prove');
    const [told, fitted] = [report.serial, job.serials.newDrive];
    if (told && fitted && foldSerial(told) !== foldSerial(fitted))
      return refuse('other-drive', { told, fitted });
    return accept({ type: 'new-report-read', name, report });
  },
});

export const recheck = command('recheck', {
  shape: {
    checkId: z.string(),
    result: WorkingSchema,
    note: z.string().trim().max(300),
  },
  by: HANDS,
  decide: (job, { checkId, result, note }) => {
    if (job.phase !== 'prove') return refuse('unplugged-in-prove');
    if (!unpluggedChecks(job).some((one) => one.id === checkId)) return refuse('unknown-check');
    return accept({ type: 'unplugged-checked', checkId, result, note });
  },
});
