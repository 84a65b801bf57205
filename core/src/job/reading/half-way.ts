import {
  onlyMoved,
  OperationSchema,
  placesOf,
  withoutOperations,
  type Guide,
  type MachineModel,
  type MachinePlace,
  type Operation,
} from '../../hardware/index.js';
import { buildOpening, changeOfOldStep, type HalfWay, type Target, type Way } from '../../opening/index.js';
import { isTaking, type PlanFault, type WayStep } from '../../teardown/index.js';
import { sure } from '../../units/index.js';
import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import { isAlso } from './also.js';
import { foundForWay } from './found-for-way.js';
import type { Knowledge } from './knowledge.js';
import { placesOfJob } from './place-of.js';
import { targetsOf } from './targets.js';
import { legOf, progress, type StepProgress } from './walk.js';

/** A machine that stands open before anything new is in. */
export interface Standing {
  /** The guide as it held in this machine so far. */
  readonly guide: Guide;
  readonly stuck: readonly string[];
  readonly notHere: readonly string[];
  /** Steps that are done, or begun: they stay, with every tick of theirs. */
  readonly kept: readonly StepProgress[];
  /** Ways back that were written while walking, by the step that they undo. */
  readonly backs: ReadonlyMap<string, WayStep>;
}

/**
 * The machine as the hands have it. Null: nobody walks, something new is in already, or it is walked without
 * a guide of its own; then the rest stays as it was planned.
 */
export function standingOf(job: Pick<JobState, 'phase' | 'way'>): Standing | null {
  const { way, phase } = job;
  const leg = legOf(phase);
  if (!way?.guide || way.round > 1 || leg === null || leg === 'out') return null;
  const kept = progress(job).filter(
    ({ step, done, moved }) =>
      done || step.id in way.waits || Object.values(moved).some((count) => count > 0),
  );
  const isPut = ({ step }: StepProgress): boolean =>
    step.leg === 'swap' && !isTaking(step) && step.moves.length > 0;
  return kept.some((one) => isPut(one) || (one.step.leg === 'swap' && one.step.operationId === null))
    ? null
    : {
        guide: way.guide,
        stuck: way.stuck,
        notHere: way.notHere,
        kept,
        backs: new Map(way.steps.flatMap((one) => (one.mirrorOf === null ? [] : [[one.mirrorOf, one]]))),
      };
}

/** Whether the rest can be planned anew from a step: it takes out, and nothing new is in yet. */
export const mayReplanAt = (job: Pick<JobState, 'phase' | 'way'>, step: WayStep): boolean =>
  isTaking(step) && standingOf(job) !== null;

/** A standing machine of which one step was at most waited for: it is not begun. */
export const untouched = (standing: Standing, { id }: WayStep): Standing => ({
  ...standing,
  kept: standing.kept.filter(({ step }) => step.id !== id),
});

/** Of which one step is not there: nothing waits for it. */
export function withoutStep(standing: Standing, step: WayStep): Standing {
  const { operationId } = step;
  const without = untouched(standing, step);
  if (operationId === null) return without;
  return {
    ...without,
    guide: withoutOperations(standing.guide, (id) => id !== operationId),
    notHere: [...standing.notHere, operationId],
  };
}

/** Of which one step moves no more of some things than it did: `moved` by key. */
export const withOnly = (
  standing: Standing,
  { step }: Pick<StepProgress, 'step'>,
  moved: Readonly<Record<string, number>>,
): Standing => ({
  ...standing,
  guide: {
    ...standing.guide,
    operations: standing.guide.operations.map((one) =>
      one.id === step.operationId ? { ...one, takes: onlyMoved(one.takes, moved) } : one,
    ),
  },
  kept: standing.kept.map((one) =>
    one.step.id === step.id
      ? { ...one, step: { ...one.step, moves: onlyMoved(one.step.moves, moved) } }
      : one,
  ),
});

/** Changes that take out what turned out not to be there. */
export const mootChanges = ({ changes, found }: Pick<JobState, 'changes' | 'found'>): string[] =>
  changes
    .filter(({ kind, placeId }) => TAKES_AWAY.has(kind) && found[placeId ?? '']?.is === 'empty')
    .map(({ id }) => id);
const TAKES_AWAY: ReadonlySet<Change['kind']> = new Set(['take-out-drive', 'leave-unplugged', 'move-drive']);

/** What is still to be done in this opening. */
function stillToDo(model: MachineModel, job: JobState): Target[] {
  const { scouting } = job.way ?? {};
  const moot = new Set(mootChanges(job));
  if (!scouting) return targetsOf(model, { ...job, changes: job.changes.filter(({ id }) => !moot.has(id)) });
  const place = placesOfJob(model, job).find(({ id }) => id === scouting.slotId);
  return place ? [{ id: '', does: 'look', place, extras: [], thing: null, original: null }] : [];
}

/**
 * The rest of the way from where the hands are, with the steps that are done before it.
 * @param targets null: what the job still has to do; none: it is closed as it was.
 */
export function planRest(
  job: JobState,
  standing: Standing,
  knowledge: Pick<Knowledge, 'model' | 'policy'>,
  targets: readonly Target[] | null = null,
): { readonly ok: true; readonly way: Way; readonly steps: WayStep[] } | PlanFault {
  const known = knowledge.model(job.intake.modelId);
  if (!known) return { ok: false, problem: 'The model of this machine is not known here any more.' };
  const model = {
    ...known,
    guide: guideForPlan(standing),
    places: placesWithout(placesOf(known, job.variantId), standing.notHere),
    variants: null,
  };
  const as = foundForWay(model, job, knowledge.policy());
  const way = buildOpening(model, targets ?? stillToDo(model, job), as, halfWayOf(standing));
  if (!way.ok) return way;
  const keptIds = new Set(standing.kept.map(({ step }) => step.id));
  const rest = way.steps.filter(({ id }) => !keptIds.has(id));
  return { ok: true, way, steps: [...standing.kept.map(({ step }) => step), ...rest.map(unguided)] };
}

/** What the guide lacks is no operation of it. */
const unguided = (step: WayStep): WayStep =>
  step.operationId?.startsWith(ALSO) ? { ...step, operationId: null } : step;
const ALSO = 'also-';

const placesWithout = (places: readonly MachinePlace[], notHere: readonly string[]): MachineModel['places'] =>
  places.map((place) => ({
    ...place,
    reach: place.reach?.filter((id) => !notHere.includes(id)) ?? null,
  })) as MachineModel['places'];

function halfWayOf({ kept, stuck }: Standing): HalfWay {
  return {
    cannot: stuck,
    walked: kept.flatMap(({ step }): HalfWay['walked'] => {
      if (isAlso(step)) return [{ operation: alsoId(step) }];
      if (step.operationId !== null) return [{ operation: step.operationId }];
      const oldOf = changeOfOldStep(step.id);
      return oldOf === null ? [] : [{ oldOf }];
    }),
  };
}

const alsoId = ({ id }: WayStep): string => id.slice('in:'.length);

/**
 * The guide with what it lacks: each such thing stands on what was done when it came out, and what was done
 * after it stands on it, so that it goes back after all that lies deeper. What came out was there, whatever
 * else is.
 */
function guideForPlan({ guide, kept, backs }: Standing): Guide {
  const done = kept.map(({ step }) => step);
  const also = done.filter(isAlso);
  const here = guide.operations.map((one) =>
    done.some(({ operationId }) => operationId === one.id)
      ? { ...one, takes: one.takes.map((thing) => ({ ...thing, onlyWith: null })) }
      : one,
  );
  const operations = also.reduce<Operation[]>((all, step) => {
    const at = done.indexOf(step);
    const earlier = new Set(done.slice(0, at).map(operationOf));
    const below = done.slice(0, at).findLast((one) => operationOf(one) !== null);
    const own = alsoOperation(step, backs.get(step.id)?.title, below ? [[sure(operationOf(below))]] : []);
    return [...all.map((one) => (earlier.has(one.id) ? one : standsOn(one, own.id))), own];
  }, here);
  return { ...guide, operations };
}

const operationOf = (step: WayStep): string | null => (isAlso(step) ? alsoId(step) : step.operationId);

const standsOn = (one: Operation, id: string): Operation => ({
  ...one,
  after: one.after.length === 0 ? [[id]] : one.after.map((all) => [...all, id]),
});

const alsoOperation = (step: WayStep, back = step.title, after: Operation['after']): Operation =>
  OperationSchema.parse({
    id: alsoId(step),
    title: step.title,
    short: step.short,
    detail: null,
    layer: step.layer,
    side: step.side,
    tool: null,
    minutes: step.minutes,
    after,
    takes: step.moves,
    caution: null,
    waitSeconds: null,
    live: step.live,
    mirror: { title: back, short: step.short, minutes: step.minutes, caution: null },
    atSwap: false,
  });
