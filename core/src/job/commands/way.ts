import type { WayStep } from '../../teardown/index.js';
import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import { SerialSchema } from '../shape/serial.js';
import { AlsoKindSchema, alsoSteps } from '../reading/also.js';
import type { JobState } from '../shape/state.js';
import { isWalkedNow, legOf, countOf, currentStep, planBefore, type StepProgress } from '../reading/walk.js';
import { accept, HANDS, command, refuse, type Decision } from './define.js';

/**
 * `from`: how many of `key` had moved when the hand did this one. It keeps two people, or one
 * impatient finger, from counting a screw twice.
 */
export const tick = command('tick', {
  shape: {
    stepId: z.string(),
    key: z.string().nullable(),
    from: z.number().int().min(0),
    count: z.number().int().min(1).max(60),
  },
  by: HANDS,
  decide: (job, { stepId, key, from, count }, { at }) =>
    onCurrent(job, stepId, (here) => {
      const started = job.way?.waits[stepId];
      if (
        here.step.waitSeconds !== null &&
        (started === undefined || (Date.parse(at) - Date.parse(started)) / 1000 < here.step.waitSeconds)
      ) {
        return started === undefined
          ? refuse('wait-first')
          : refuse('wait', { seconds: here.step.waitSeconds });
      }
      if (key === null) {
        return here.step.moves.length === 0
          ? accept({ type: 'ticked', stepId, key, count: 1 })
          : refuse('things-left');
      }
      const thing = here.step.moves.find((one) => one.key === key);
      if (!thing) return refuse('unknown-thing');
      const moved = here.moved[key] ?? 0;
      if (moved !== from)
        return refuse('moved-meanwhile', { moved, count: countOf(thing), label: thing.label });
      if (from + count > countOf(thing))
        return refuse('too-many', { count: countOf(thing), label: thing.label });
      return accept({ type: 'ticked', stepId, key, count });
    }),
});

export const startWait = command('start-wait', {
  shape: {
    stepId: z.string(),
  },
  by: HANDS,
  decide: (job, { stepId }) =>
    onCurrent(job, stepId, (here) =>
      here.step.waitSeconds === null
        ? refuse('no-wait')
        : job.way?.waits[stepId]
          ? refuse('started')
          : accept({ type: 'wait-started', stepId }),
    ),
});

/** Goes on with less than all: a screw is lost, a clip will not come. What is out stays on the tray. */
export const leaveShort = command('leave-short', {
  shape: {
    stepId: z.string(),
    reason: z.string().trim().min(3, 'Say what happened.').max(300),
  },
  by: HANDS,
  decide: (job, { stepId, reason }) =>
    onCurrent(job, stepId, () => accept({ type: 'left-short', stepId, reason })),
});

export const takeBackTick = command('take-back-tick', {
  shape: {},
  by: HANDS,
  decide: (job) => {
    const leg = legOf(job.phase);
    const last = job.way?.ticks.at(-1);
    const step = job.way?.steps.find((one) => one.id === last?.stepId);
    // The plan was the last thing that changed.
    if (leg && planBefore(job)) return accept({ type: 'tick-taken-back' });
    if (!leg || !last) return refuse('no-step-back');
    if (!step || !isWalkedNow(job, step) || isOfRoundBefore(job, step)) return refuse('other-leg');
    return accept({ type: 'tick-taken-back' });
  },
});

/**
 * Something came out that the guide lacks: it goes on the tray like everything else, and its way back is
 * there.
 */
export const alsoOut = command('also-out', {
  shape: {
    kind: AlsoKindSchema,
    label: oneLine().min(2, 'Say what came out.').max(40),
    count: z.number('Say how many.').int().min(1, 'One at the least.').max(60, 'Sixty are the most.'),
  },
  by: HANDS,
  decide: (job, { kind, label, count }) => {
    if (!job.way || job.phase !== 'way-in') return refuse('also-on-way-in');
    return accept({ type: 'also-taken', ...alsoSteps(job, kind, label, count), count });
  },
});

export const recordSerial = command('record-serial', {
  shape: {
    which: z.enum(['oldDrive', 'newDrive']),
    serial: SerialSchema.max(60),
  },
  by: HANDS,
  decide: (_, { which, serial }) => accept({ type: 'serial-recorded', which, serial }),
});

/** What a start has shown is not undone by a key: it is rolled back. */
const isOfRoundBefore = ({ way }: JobState, { leg, round }: WayStep): boolean =>
  leg === 'swap' && round < (way?.round ?? 1);

/** What is decided of the step at hand, where that is the one that is meant. */
export function onCurrent(
  job: JobState,
  stepId: string,
  decideHere: (here: StepProgress) => Decision,
): Decision {
  const leg = legOf(job.phase);
  if (!leg) return refuse('not-walking');
  const here = currentStep(job);
  if (!here || !isWalkedNow(job, here.step)) return refuse('leg-done');
  if (here.step.id !== stepId) {
    const asked = job.way?.steps.find((step) => step.id === stepId);
    return refuse('other-step', { asked: asked?.title ?? stepId, title: here.step.title });
  }
  return decideHere(here);
}
