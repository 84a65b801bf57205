import { bitsOf, type Bits } from './bits.js';
import type { Problem } from './problem.js';

/** Every way does at least one of `any`; together all landmarks cost at least the sum of `minutes`. */
export interface Landmark {
  readonly any: Bits;
  readonly minutes: number;
}

interface Action {
  readonly operation: number;
  readonly needs: readonly number[];
  cost: number;
}

/**
 * Landmarks of the minutes alone, by the cut method of Helmert and Domshlak (LM-cut, ICAPS 2009): the goal
 * and its dearest supporters are cut off from the start at a set of operations, of which one must be done;
 * its cost is taken off, and the next cut is found, until nothing is left to pay for.
 */
export function landmarksOf(problem: Problem): Landmark[] {
  const size = problem.operations.length;
  const actions: Action[] = problem.after.flatMap((alternatives, operation): Action[] =>
    (alternatives.length === 0 ? [[]] : alternatives.map((bits) => members(bits, size))).map((needs) => ({
      operation,
      needs,
      cost: problem.minutes[operation]!,
    })),
  );
  const goal = members(problem.goal, size);
  const landmarks: Landmark[] = [];
  for (let round = 0; round < 10 * size; round++) {
    const dearest = costs(actions, size);
    const top = dearestOf(goal, dearest);
    if (top === null || dearest[top]! <= 1e-12) break;
    // The zone from which the goal comes for nothing, along dearest supporters.
    const zone = new Set<number>([top]);
    for (let grew = true; grew;) {
      grew = false;
      for (const action of actions) {
        if (!zone.has(action.operation) || action.cost > 1e-12 || dearest[action.operation] === Infinity)
          continue;
        const supporter = dearestOf(action.needs, dearest);
        if (supporter !== null && !zone.has(supporter)) {
          zone.add(supporter);
          grew = true;
        }
      }
    }
    const cut = fromStart(actions, dearest, zone);
    if (cut.length === 0) break;
    const minutes = Math.min(...cut.map((action) => action.cost));
    landmarks.push({
      any: bitsOf(
        size,
        cut.map((action) => action.operation),
      ),
      minutes,
    });
    for (const action of cut) action.cost -= minutes;
  }
  return landmarks;
}

/** Actions that lead into the zone from what is reached before it. */
function fromStart(
  actions: readonly Action[],
  dearest: readonly number[],
  zone: ReadonlySet<number>,
): Action[] {
  const reached = new Set<number>();
  const cut = new Set<Action>();
  for (let grew = true; grew;) {
    grew = false;
    for (const action of actions) {
      if (dearest[action.operation] === Infinity || !action.needs.every((one) => dearest[one] !== Infinity))
        continue;
      const supporter = dearestOf(action.needs, dearest);
      if (supporter !== null && !reached.has(supporter)) continue;
      if (zone.has(action.operation)) {
        if (!cut.has(action)) cut.add(action);
      } else if (!reached.has(action.operation)) {
        reached.add(action.operation);
        grew = true;
      }
    }
  }
  return [...cut];
}

/** The dearest single chain to each operation (h-max). */
function costs(actions: readonly Action[], size: number): number[] {
  const cost = Array.from({ length: size }, () => Infinity);
  for (let fell = true; fell;) {
    fell = false;
    for (const action of actions) {
      const most = action.needs.reduce((max, one) => Math.max(max, cost[one]!), 0) + action.cost;
      if (most < cost[action.operation]! - 1e-12) {
        cost[action.operation] = most;
        fell = true;
      }
    }
  }
  return cost;
}

function dearestOf(operations: readonly number[], cost: readonly number[]): number | null {
  let best: number | null = null;
  for (const one of operations) if (best === null || cost[one]! > cost[best]!) best = one;
  return best;
}

const members = (bits: Bits, size: number): number[] =>
  Array.from({ length: size }, (_, at) => at).filter(
    (at) => (bits[Math.floor(at / 31)]! & (1 << (at % 31))) !== 0,
  );
