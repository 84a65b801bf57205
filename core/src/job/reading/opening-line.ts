import type { MachineModel, Part } from '../../hardware/index.js';
import { buildOpening, type Way } from '../../opening/index.js';
import type { Policy } from '../../teardown/index.js';
import type { Verdict } from '../../fit/index.js';
import { bareChange, type Change, type ChangeKind } from '../shape/change.js';
import { partThing } from '../shape/thing.js';
import type { JobState } from '../shape/state.js';
import { partVerdict } from './part-verdict.js';
import { foundForWay } from './found-for-way.js';
import { possibleChanges } from './possible.js';
import { TAKES, type PlannedKind } from './takes.js';
import { targetsOf } from './targets.js';

/** One opening for all that is planned, in minutes of hands, as the guide has them. */
export interface OpeningLine {
  readonly minutes: number;
  /** What every change shares. */
  readonly inMinutes: number;
  readonly outMinutes: number;
  /** What each adds: the whole with it less the whole without it. In the order of the list. */
  readonly each: readonly { readonly id: string; readonly minutes: number }[];
  /** Of these minutes, what goes on without hands. */
  readonly waitMinutes: number;
  readonly turns: number;
  /** Whether it can be started while it is open, once all is in. */
  readonly start: Way['start'];
}
export interface NoLine {
  /** Why there is none: a sentence; empty: nothing planned needs an opening. */
  readonly problem: string;
}

const minutesOf = ({ steps }: Way, legs?: readonly string[]): number =>
  steps.reduce((sum, step) => sum + (legs && !legs.includes(step.leg) ? 0 : step.minutes), 0);

function wayFor(
  model: MachineModel,
  job: JobState,
  changes: readonly Change[],
  policy: Policy,
): Way | NoLine {
  const targets = targetsOf(model, { ...job, changes: [...changes] });
  if (targets.length === 0) return { problem: '' };
  const way = buildOpening(model, targets, foundForWay(model, job, policy));
  return way.ok ? way : { problem: way.problem };
}

/** The opening of a job's changes, and what each of them adds to it. */
export function openingLine(model: MachineModel, job: JobState, policy: Policy): OpeningLine | NoLine {
  const all = wayFor(model, job, job.changes, policy);
  if (!('ok' in all)) return all;
  const minutes = minutesOf(all);
  const each = job.changes.map((change) => ({
    id: change.id,
    minutes:
      job.changes.length === 1
        ? minutesOf(all, ['swap'])
        : minutes - without(wayFor(model, job, others(job, change), policy)),
  }));
  const shared = Math.max(0, minutes - each.reduce((sum, one) => sum + one.minutes, 0));
  const [into, out] = [minutesOf(all, ['in']), minutesOf(all, ['out'])];
  const inMinutes = into + out === 0 ? 0 : (shared * into) / (into + out);
  const waits = all.steps.reduce((sum, { waitSeconds }) => sum + (waitSeconds ?? 0), 0) / 60;
  return {
    minutes,
    inMinutes,
    outMinutes: shared - inMinutes,
    each,
    waitMinutes: waits,
    turns: all.turns,
    start: all.start,
  };
}

const others = ({ changes }: JobState, own: Change): Change[] => changes.filter((one) => one !== own);
const without = (way: Way | NoLine): number => ('ok' in way ? minutesOf(way) : 0);

/** What could be done besides with few more minutes, because the machine is open for something else. */
export interface CheapBeside {
  readonly kind: ChangeKind;
  readonly placeId: string;
  readonly place: string;
  /** Null: it takes no part. */
  readonly part: Part | null;
  readonly verdict: Verdict | null;
  /** What it adds. */
  readonly minutes: number;
}

/** More minutes than this are no longer beside the way. */
const CHEAP_MINUTES = 6;
const MOST_LISTED = 4;
const WORTH: Readonly<Record<Verdict['outcome'], number>> = { fits: 0, extras: 1, unknown: 2, no: 3 };
const BESIDE: ReadonlySet<ChangeKind> = new Set(['memory', 'battery', 'wireless', 'cooling']);

/** Cheapest first; only what certainly goes and can be had. Empty: the machine is not opened. */
export function cheapBeside(
  model: MachineModel,
  job: JobState,
  policy: Policy,
  parts: readonly Part[],
): CheapBeside[] {
  const all = wayFor(model, job, job.changes, policy);
  if (!('ok' in all)) return [];
  const now = minutesOf(all);
  return possibleChanges(model, job)
    .filter(({ kind }) => BESIDE.has(kind))
    .flatMap(({ kind, placeId, place }): CheapBeside[] => {
      if (placeId === null) return [];
      const best = bestPart(model, job, placeId, kind as PlannedKind, parts);
      if (!best && !TAKES[kind as PlannedKind].without) return [];
      const thing = best ? partThing(best.part, {}) : null;
      const own = bareChange({ id: `beside-${placeId}`, kind, placeId, place, thing, ...job.lastTouched });
      const way = wayFor(model, job, [...job.changes, own], policy);
      if (!('ok' in way)) return [];
      const [part, verdict] = [best?.part ?? null, best?.verdict ?? null];
      return [{ kind, placeId, place, part, verdict, minutes: minutesOf(way) - now }];
    })
    .filter(({ minutes }) => minutes <= CHEAP_MINUTES)
    .sort((a, b) => a.minutes - b.minutes)
    .slice(0, MOST_LISTED);
}

/** A part of the shelf as it would do at a place. */
export interface PartCandidate {
  readonly part: Part;
  readonly verdict: Verdict;
}

/**
 * Everything of the shelf that this kind of change puts in: what goes comes first, of memory what is no
 * smaller than what the machine came with, then what is here, then the cheaper.
 */
export function partsFor(
  model: MachineModel,
  job: JobState,
  placeId: string | null,
  kind: PlannedKind,
  parts: readonly Part[],
): PartCandidate[] {
  const least = Math.max(0, ...model.places.map((one) => (one.kind === 'memory' ? (one.fittedGib ?? 0) : 0)));
  const isSmall = (part: Part): number => Number(part.kind === 'memory' && part.gib < least);
  return parts
    .filter((part) => TAKES[kind].parts.includes(part.kind))
    .map((part) => ({ part, verdict: partVerdict(model, job, placeId, part) }))
    .sort(
      (a, b) =>
        WORTH[a.verdict.outcome] - WORTH[b.verdict.outcome] ||
        isSmall(a.part) - isSmall(b.part) ||
        Number(b.part.inStock > 0) - Number(a.part.inStock > 0) ||
        a.part.priceMinor - b.part.priceMinor,
    );
}

function bestPart(
  model: MachineModel,
  job: JobState,
  placeId: string,
  kind: PlannedKind,
  parts: readonly Part[],
): PartCandidate | null {
  const best = partsFor(model, job, placeId, kind, parts)[0];
  const hasIt = best && (best.part.inStock > 0 || best.part.leadDays !== null);
  return hasIt && (best.verdict.outcome === 'fits' || best.verdict.outcome === 'extras') ? best : null;
}
