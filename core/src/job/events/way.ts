import * as z from 'zod';
import { WayStepSchema } from '../../teardown/index.js';
import type { JobState, Tick } from '../state.js';
import { moveThings } from '../tray.js';
import { defineEvent, stamp } from './define.js';

/** The way is copied in: the job keeps the guide it was walked with. */
export const wayPlanned = defineEvent(
  z.strictObject({
    type: z.literal('way-planned'),
    guideVersion: z.number().int(),
    layers: z.array(z.strictObject({ id: z.string(), name: z.string() })),
    steps: z.array(WayStepSchema),
  }),
  (job, { guideVersion, layers, steps }) => ({ ...job, way: { guideVersion, layers, steps, ticks: [], waits: {} } }),
);

export const waitStarted = defineEvent(z.strictObject({ type: z.literal('wait-started'), stepId: z.string() }), (job, { stepId }, meta) =>
  job.way ? { ...job, way: { ...job.way, waits: { ...job.way.waits, [stepId]: meta.at } } } : job,
);

/** `count` things of `key` moved; a step without things is ticked with a null key. */
export const ticked = defineEvent(
  z.strictObject({ type: z.literal('ticked'), stepId: z.string(), key: z.string().nullable(), count: z.number().int().min(1).max(60) }),
  (job, { stepId, key, count }, meta) => walk(job, { stepId, key, count, short: null, ...stamp(meta) }),
);

export const leftShort = defineEvent(
  z.strictObject({ type: z.literal('left-short'), stepId: z.string(), reason: z.string() }),
  (job, { stepId, reason }, meta) => walk(job, { stepId, key: null, count: 0, short: reason, ...stamp(meta) }),
);

/** The last tick, whatever it was, did not happen after all. */
export const tickTakenBack = defineEvent(z.strictObject({ type: z.literal('tick-taken-back') }), (job) => {
  const last = job.way?.ticks.at(-1);
  if (!job.way || !last) return job;
  return { ...job, way: { ...job.way, ticks: job.way.ticks.slice(0, -1) }, tray: trayAfter(job, last, -last.count) };
});

export const serialRecorded = defineEvent(
  z.strictObject({ type: z.literal('serial-recorded'), which: z.enum(['oldDrive', 'newDrive']), serial: z.string() }),
  (job, { which, serial }) => ({ ...job, serials: { ...job.serials, [which]: serial } }),
);

const walk = (job: JobState, tick: Tick): JobState =>
  job.way ? { ...job, way: { ...job.way, ticks: [...job.way.ticks, tick] }, tray: trayAfter(job, tick, tick.count) } : job;

function trayAfter(job: JobState, { stepId, key }: Tick, count: number): JobState['tray'] {
  const step = job.way?.steps.find((one) => one.id === stepId);
  return step && key !== null ? moveThings(job.tray, step, key, count) : job.tray;
}
