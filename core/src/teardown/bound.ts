import { meet, type Bits } from './bits.js';
import { landmarksOf, type Landmark } from './landmarks.js';
import type { Problem } from './problem.js';
import { visitsOf } from './visits.js';

/** Never more than what is still to pay. */
export interface Bound {
  /** Minutes once `done` is done. */
  minutes(done: Bits): number;
  /** The same after `did` was done on top of `before`, from what it was before. */
  minutesAfter(minutes: number, before: Bits, did: readonly number[]): number;
  /** Turns and changes with this side up and this tool in hand. */
  setups(done: Bits, side: number, tool: number): number;
}

/**
 * Minutes: landmarks that nothing done so far pays for. Setups: how often every side, every tool, and every
 * pair of both has yet to be taken up by what every way does. Taking up a pair wants a turn or a change, so
 * where pairs want more than sides and tools alone, the rest costs at least the cheaper of the two.
 */
export function boundOf(problem: Problem): Bound {
  const landmarks: readonly Landmark[] = landmarksOf(problem);
  const paidBy: number[][] = problem.operations.map(() => []);
  landmarks.forEach((one, at) =>
    problem.operations.forEach(
      (_, operation) => meet(one.any, single(problem, operation)) && paidBy[operation]!.push(at),
    ),
  );
  const { side, tool, tools, turnMinutes, toolChangeMinutes } = problem;
  const turns = visitsOf(
    problem,
    (at) => side[at]!,
    (at, own) => side[at]! >= 0 && side[at] !== own,
  );
  const changes = visitsOf(
    problem,
    (at) => tool[at]!,
    (at, own) => tool[at]! >= 0 && tool[at] !== own,
  );
  const pair = (up: number, hand: number) => (up < 0 || hand < 0 ? -1 : up * tools + hand);
  const pairs = visitsOf(
    problem,
    (at) => pair(side[at]!, tool[at]!),
    (at, own) =>
      (side[at]! >= 0 && side[at] !== Math.floor(own / tools)) ||
      (tool[at]! >= 0 && tool[at] !== own % tools),
  );
  const cheaper = Math.min(turnMinutes, toolChangeMinutes);
  return {
    minutes: (done) => landmarks.reduce((sum, one) => (meet(one.any, done) ? sum : sum + one.minutes), 0),
    minutesAfter(minutes, before, did) {
      let left = minutes;
      const paid = new Set<number>();
      for (const operation of did)
        for (const at of paidBy[operation]!) {
          if (paid.has(at) || meet(landmarks[at]!.any, before)) continue;
          paid.add(at);
          left -= landmarks[at]!.minutes;
        }
      return left;
    },
    setups(done, up, hand) {
      // With no side known yet, whichever comes first costs nothing.
      const sides = Math.max(0, turns(done, up) - (up < 0 ? 1 : 0));
      const hands = changes(done, hand);
      const both = Math.max(0, pairs(done, pair(up, hand)) - (up < 0 ? 1 : 0));
      return sides * turnMinutes + hands * toolChangeMinutes + Math.max(0, both - sides - hands) * cheaper;
    },
  };
}

function single(problem: Problem, operation: number): Bits {
  const bits = problem.goal.map(() => 0);
  bits[Math.floor(operation / 31)]! |= 1 << (operation % 31);
  return bits;
}
