import { has, type Bits } from './bits.js';
import type { Problem } from './problem.js';

/** At least how often a class (a side, a tool, both together) has yet to be taken up, once `done` is done. */
type Visits = (done: Bits, now: number) => number;

/**
 * Counts for every class how often the operations that every way does force it to be taken up: a chain of its
 * own operations with something of another class that must lie between makes one visit more. Whatever is not
 * done yet has everything after it not done either, so the chains of the whole guide hold at every stand.
 * Visits of different classes never fall together, so they add up.
 * @param classOf class of an operation, -1: none. @param breaks an operation that cannot be done without
 *   leaving the class.
 */
export function visitsOf(
  problem: Problem,
  classOf: (operation: number) => number,
  breaks: (operation: number, own: number) => boolean,
): Visits {
  const must = problem.mandatory.flatMap((yes, at) => (yes ? [at] : []));
  const comesBefore = problem.operations.map(
    (_, at) => new Set(problem.before[at]!.filter((one) => problem.mandatory[one])),
  );
  // What comes later has more before it: from the last on, every chain behind is known.
  const fromLast = [...must].sort((one, other) => comesBefore[other]!.size - comesBefore[one]!.size);
  const visits = problem.operations.map(() => 1);
  const byClass = new Map<number, number[]>();
  for (const at of fromLast) {
    const own = classOf(at);
    if (own < 0) continue;
    for (const later of byClass.get(own) ?? []) {
      if (!comesBefore[later]!.has(at) || visits[later]! < visits[at]!) continue;
      const apart = must.some(
        (one) => comesBefore[later]!.has(one) && comesBefore[one]!.has(at) && breaks(one, own),
      );
      visits[at] = Math.max(visits[at]!, visits[later]! + (apart ? 1 : 0));
    }
    byClass.set(own, [...(byClass.get(own) ?? []), at]);
  }
  const classes = [...byClass].map(([own, members]) => ({
    own,
    members: members.sort((one, other) => visits[other]! - visits[one]!),
  }));
  return (done, now) => {
    let sum = 0;
    for (const { own, members } of classes) {
      for (const at of members) {
        if (has(done, at)) continue;
        sum += visits[at]! - (own === now ? 1 : 0);
        break;
      }
    }
    return sum;
  };
}
