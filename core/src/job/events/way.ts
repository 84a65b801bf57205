import { sure } from '../../units/index.js';
import * as z from 'zod';
import { GuideSchema } from '../../hardware/index.js';
import { ChangeSchema } from '../shape/change.js';
import { StartSchema, WayStepSchema, type WayStep } from '../../teardown/index.js';
import { PhaseSchema } from '../shape/phases.js';
import { CountLineSchema } from '../shape/screw-count.js';
import { isAlso } from '../reading/also.js';
import type { JobState } from '../shape/state.js';
import { PlannedSchema, WhyAnewSchema, type Tick } from '../shape/way.js';
import { trayItemId } from '../shape/tray.js';
import { countOf, planBefore } from '../reading/walk.js';
import { isOfSubstitute } from '../reading/substitutes.js';
import { moveThings } from '../reading/tray.js';
import { event } from './define.js';
import { stamp, type Stamp } from '../shape/stamp.js';
import { andNote, stepTitle } from './tell.js';
import { mainDrive } from '../reading/changes.js';

/** The way is copied in: the job keeps the guide it was walked with. */
export const wayPlanned = event('way-planned', {
  shape: {
    guideVersion: z.number().int(),
    layers: z.array(z.strictObject({ id: z.string(), name: z.string() })),
    steps: z.array(WayStepSchema),
    guide: GuideSchema.nullable().default(null),
    scouting: z
      .strictObject({ slotId: z.string(), from: PhaseSchema, why: z.string() })
      .nullable()
      .default(null),
    tryBeforeClosing: z.boolean().default(true),
    start: StartSchema.nullable().default(null),
    rounds: z.array(z.array(z.string())).default([]),
    because: z.array(z.string()).default([]),
  },
  evolve: (job, { type: _, ...planned }) => ({
    ...job,
    way: {
      ...planned,
      turnedBack: null,
      stuck: [],
      notHere: [],
      moot: [],
      anew: null,
      round: 1,
      ticks: [],
      waits: {},
    },
    screwCount: null,
  }),
  tells: ({ steps, scouting }) =>
    `Planned the way${scouting ? ' of a visit to look' : ''}: ${steps.length} steps.`,
});

/**
 * What was opened is closed again: from here on the way is a visit's. A job that was opened for repair goes
 * back to before that.
 */
export const turnedBack = event('turned-back', {
  shape: {
    why: z.string(),
    steps: z.array(WayStepSchema),
  },
  evolve: (job, { why, steps }) => {
    if (!job.way) return job;
    const scouting = job.way.scouting ?? {
      slotId: mainDrive(job)?.slot.id ?? '',
      from: 'safeguard' as const,
      why,
    };
    return {
      ...job,
      phase: 'way-out',
      screwCount: null,
      way: { ...job.way, steps, scouting, turnedBack: why },
    };
  },
  tells: ({ why }) => `Turned back: ${why}`,
});

/**
 * The visit is over, the machine is closed: the job goes on where it was, and its real way is planned later.
 */
export const scouted = event('scouted', {
  shape: {},
  evolve: (job, _, meta) => {
    const scouting = job.way?.scouting;
    if (!job.way || !scouting) return job;
    const { steps, ticks, turnedBack } = job.way;
    const [first, last] = [ticks[0]?.at ?? meta.at, ticks.at(-1)?.at ?? meta.at];
    const minutes = Math.round((Date.parse(last) - Date.parse(first)) / 6000) / 10;
    const { slotId, why, from } = scouting;
    const walked = new Set(ticks.map((tick) => tick.stepId));
    return {
      ...job,
      way: null,
      screwCount: null,
      phase: from,
      substitutes: job.substitutes.map((one) => ({ ...one, tick: null })),
      visits: [
        ...job.visits,
        {
          slotId,
          why: turnedBack ?? why,
          steps: steps.filter((step) => walked.has(step.id)).length,
          minutes,
          ...stamp(meta),
        },
      ],
    };
  },
  tells: () => 'The machine is closed again, as it was.',
});

/** The rest of the way is another, from where the hands are: what is done stands, and every tick of it. */
export const replanned = event('replanned', {
  shape: {
    why: WhyAnewSchema,
    /** Of the step or the thing that it is about, and what somebody said of it. */
    what: z.string(),
    reason: z.string(),
    /** Changes at whose places something else was found than they were planned for. */
    changes: z
      .array(ChangeSchema.pick({ id: true, kind: true, slot: true, verdict: true, link: true }))
      .default([]),
    ...PlannedSchema.shape,
  },
  touches: ['stock'],
  evolve: (job, { type: _, why, what, reason: _reason, changes, ...now }) => {
    if (!job.way) return job;
    const { guide, tryBeforeClosing, start, steps, rounds, because, stuck, notHere, moot, ticks } = job.way;
    const plan = { guide, tryBeforeClosing, start, steps, rounds, because, stuck, notHere, moot };
    // What was found is corrected where it was said.
    const before = why === 'found' ? null : plan;
    const way = { ...job.way, ...now, anew: { ticks: ticks.length, why, what, before } };
    const atPlaces = new Map(changes.map((one) => [one.id, one]));
    return {
      ...job,
      way,
      changes: job.changes.map((one) => ({ ...one, ...atPlaces.get(one.id) })),
      tray: trayOfSteps(job.tray, steps, way.steps),
    };
  },
  tells: ({ why, what, reason }) => `${SAY_ANEW[why](what)} The rest is planned anew${andNote(reason)}.`,
});

const SAY_ANEW: Record<z.infer<typeof WhyAnewSchema>, (what: string) => string> = {
  'not-here': (what) => `Not here: ${what}.`,
  stuck: (what) => `It does not come: ${what}.`,
  found: (what) => `${what} is otherwise than it was planned for.`,
};

/** What lies on the tray, by the steps as they are now: of eight screws one was never there. */
const trayOfSteps = (
  tray: JobState['tray'],
  before: readonly WayStep[],
  now: readonly WayStep[],
): JobState['tray'] =>
  tray.map((item) => {
    const isIts = (step: WayStep): boolean => item.id.startsWith(`${step.id}/`);
    const [then, own] = [before.find(isIts), now.find(isIts)];
    const thing = own?.moves.find(({ key }) => item.id === trayItemId(own.id, key));
    if (own === then || thing === undefined) return item;
    return { ...item, of: countOf(thing), ...(thing.kind === 'screw' ? { holes: thing.holes } : {}) };
  });

export const screwsCounted = event('screws-counted', {
  shape: { lines: z.array(CountLineSchema) },
  evolve: (job, { lines }, meta) => ({ ...job, screwCount: { lines, ...stamp(meta) } }),
  tells: ({ lines }) => `Counted the screws, ${lines.length} kinds.`,
});

export const waitStarted = event('wait-started', {
  shape: { stepId: z.string() },
  evolve: (job, { stepId }, meta) =>
    job.way ? { ...job, way: { ...job.way, waits: { ...job.way.waits, [stepId]: meta.at } } } : job,
  tells: () => null,
});

/** `count` things of `key` moved; a step without things is ticked with a null key. */
export const ticked = event('ticked', {
  shape: {
    stepId: z.string(),
    key: z.string().nullable(),
    count: z.number().int().min(1).max(60),
  },
  evolve: (job, { stepId, key, count }, meta) =>
    walk(job, { stepId, key, count, short: null, ...stamp(meta) }),
  tells: ({ stepId }, job) => stepTitle(job, stepId),
});

export const leftShort = event('left-short', {
  shape: {
    stepId: z.string(),
    reason: z.string(),
  },
  evolve: (job, { stepId, reason }, meta) =>
    walk(job, { stepId, key: null, count: 0, short: reason, ...stamp(meta) }),
  tells: ({ stepId, reason }, job) => `Left short: ${stepTitle(job, stepId)}. ${reason}`,
});

/**
 * Something that the guide lacks came out: it lies on the tray from now on, and its way back stands where it
 * has to be walked.
 */
export const alsoTaken = event('also-taken', {
  shape: {
    stepIn: WayStepSchema,
    stepBack: WayStepSchema,
    /** The step of the way that each stands before; null: at its end. */
    inBefore: z.string().nullable(),
    backBefore: z.string().nullable(),
    count: z.number().int().min(1).max(60),
  },
  evolve: (job, { stepIn, stepBack, inBefore, backBefore, count }, meta) => {
    if (!job.way) return job;
    const steps = insert(insert(job.way.steps, stepBack, backBefore), stepIn, inBefore);
    return walk(
      { ...job, way: { ...job.way, steps } },
      { stepId: stepIn.id, key: sure(stepIn.moves[0]).key, count, short: null, ...stamp(meta) },
    );
  },
  tells: ({ stepIn }) => `${stepIn.title}.`,
});

function insert(steps: readonly WayStep[], step: WayStep, before: string | null): WayStep[] {
  const at = steps.findIndex((one) => one.id === before);
  return at < 0 ? [...steps, step] : [...steps.slice(0, at), step, ...steps.slice(at)];
}

/**
 * The last tick, whatever it was, did not happen after all. What the guide lacks was written with its tick,
 * and goes with it.
 */
export const tickTakenBack = event('tick-taken-back', {
  shape: {},
  evolve: (job) => {
    const last = job.way?.ticks.at(-1);
    const before = planBefore(job);
    if (job.way && before)
      return {
        ...job,
        way: { ...job.way, ...before, anew: null },
        tray: trayOfSteps(job.tray, job.way.steps, before.steps),
      };
    if (!job.way || !last) return job;
    const ticks = job.way.ticks.slice(0, -1);
    const gone = job.substitutes.filter((one) => one.tick === ticks.length);
    const tray = trayAfter(job, last, -last.count).filter(
      (item) => !gone.some(({ id }) => isOfSubstitute(item, id)),
    );
    const substitutes = job.substitutes.filter((one) => one.tick !== ticks.length);
    const own = job.way.steps.find((step) => step.id === last.stepId && isAlso(step));
    if (!own) return { ...job, way: { ...job.way, ticks }, tray, substitutes };
    const steps = job.way.steps.filter((step) => step !== own && step.id !== own.mirrorOf);
    return {
      ...job,
      way: { ...job.way, steps, ticks },
      tray: tray.filter((item) => !item.id.startsWith(`${own.id}/`)),
    };
  },
  tells: (_, job) =>
    planBefore(job) ? 'Went back to the way as it was planned before.' : 'Took the last tick back.',
});

export const serialRecorded = event('serial-recorded', {
  shape: {
    which: z.enum(['oldDrive', 'newDrive']),
    serial: z.string(),
  },
  evolve: (job, { which, serial }) => ({ ...job, serials: { ...job.serials, [which]: serial } }),
  tells: ({ which, serial }) => `Serial of the ${which === 'oldDrive' ? 'old' : 'new'} drive: ${serial}.`,
});

/** Things that go in at a step in another way than by its tick. */
export const put = (
  job: JobState,
  { stepId, key, count }: Pick<Tick, 'stepId' | 'key' | 'count'>,
  meta: Stamp,
): JobState => walk(job, { stepId, key, count, short: null, ...stamp(meta) });

const walk = (job: JobState, tick: Tick): JobState =>
  job.way
    ? { ...job, way: { ...job.way, ticks: [...job.way.ticks, tick] }, tray: trayAfter(job, tick, tick.count) }
    : job;

function trayAfter(job: JobState, { stepId, key }: Tick, count: number): JobState['tray'] {
  const step = job.way?.steps.find((one) => one.id === stepId);
  return step && key !== null ? moveThings(job.tray, step, key, count) : job.tray;
}
