import type { TakenThing } from '../../hardware/index.js';
import type { Leg, WayStep } from '../../teardown/index.js';
import type { Phase } from '../shape/phases.js';
import type { JobState } from '../shape/state.js';
import type { PlannedWay } from '../shape/way.js';

/** How far one step has come. */
export interface StepProgress {
  readonly step: WayStep;
  readonly done: boolean;
  /** Left with less than all, and why. */
  readonly short: string | null;
  /** Things moved so far, by key. */
  readonly moved: Readonly<Record<string, number>>;
}

export const countOf = (thing: TakenThing): number =>
  thing.kind === 'screw' ? thing.holes.length : thing.count;

/** Progress of every step of the way, in order. Empty before the way is planned. */
export function progress(job: Pick<JobState, 'way'>): StepProgress[] {
  if (!job.way) return [];
  const { steps, ticks } = job.way;
  return steps.map((step) => {
    const mine = ticks.filter((tick) => tick.stepId === step.id);
    const moved: Record<string, number> = {};
    for (const { key, count } of mine) if (key !== null) moved[key] = (moved[key] ?? 0) + count;
    const short = mine.find((tick) => tick.short !== null)?.short ?? null;
    const all =
      step.moves.length === 0
        ? mine.length > 0
        : step.moves.every((thing) => (moved[thing.key] ?? 0) >= countOf(thing));
    return { step, moved, short, done: all || short !== null };
  });
}

/** The first step of the whole way that is not done, or undefined at its end. */
export const currentStep = (job: Pick<JobState, 'way'>): StepProgress | undefined =>
  progress(job).find((one) => !one.done);

/**
 * The next unit within a step: which thing, and how many of it have moved. Null for a step without things.
 */
export function nextThing(at: StepProgress): { thing: TakenThing; moved: number } | null {
  for (const thing of at.step.moves) {
    const moved = at.moved[thing.key] ?? 0;
    if (moved < countOf(thing)) return { thing, moved };
  }
  return null;
}

/** Minutes planned for the steps of the leg that are still to do. */
export const minutesLeft = (job: Pick<JobState, 'way'>, leg: Leg): number =>
  progress(job).reduce((sum, one) => sum + (one.step.leg === leg && !one.done ? one.step.minutes : 0), 0);

/** Things already out are never walked over: true once anything has been ticked. */
export const hasWalked = (job: Pick<JobState, 'way'>): boolean => (job.way?.ticks.length ?? 0) > 0;

const LEG_OF: Partial<Record<Phase, Leg>> = { 'way-in': 'in', swap: 'swap', 'way-out': 'out' };
/** The leg that is walked at this part of the job; null: nobody walks there. */
export const legOf = (phase: Phase): Leg | null => LEG_OF[phase] ?? null;

/** Whether a step is walked at this part of the job: of a later round not before its time. */
export const isWalkedNow = (
  { phase, way }: Pick<JobState, 'phase' | 'way'>,
  { leg, round }: WayStep,
): boolean => leg === legOf(phase) && (leg !== 'swap' || round <= (way?.round ?? 1));

/** The plan that the next taking back brings back: planning anew was the last deed. Null: it was not. */
export const planBefore = ({ way }: Pick<JobState, 'way'>): PlannedWay | null =>
  way?.anew?.ticks === way?.ticks.length ? (way?.anew?.before ?? null) : null;
