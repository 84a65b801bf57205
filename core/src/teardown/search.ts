import { bitsOf, put, within, type Bits } from './bits.js';
import { boundOf, type Bound } from './bound.js';
import { PriorityQueue } from './priority-queue.js';
import type { Problem } from './problem.js';

/** How far a search has come: the best way so far, and what no way can beat. */
export interface SearchProgress {
  readonly looked: number;
  readonly lowerBound: number;
}
interface Found {
  readonly order: readonly number[];
  readonly lowerBound: number;
  readonly optimal: boolean;
}

interface Stand {
  readonly done: number[];
  readonly side: number;
  readonly tool: number;
  readonly cost: number;
  /** Minutes that are still to pay at least. */
  readonly left: number;
  /** Operations that led here from the stand before. */
  readonly did: readonly number[];
  readonly from: Stand | null;
}

/** Told after so many stands. */
const TELL_EVERY = 2000;
const BEAMS = [30, 100];

/**
 * Best-first over (done, side up, tool in hand) with a bound that never overestimates (A*): the first stand
 * that has the goal is a cheapest way. Whatever every way does is done at once where it needs neither turn
 * nor change: later it could not be cheaper. When `most` stands did not do, the best way of two beams is
 * given, with the bound that holds.
 */
export function* searchWay(problem: Problem, most: number): Generator<SearchProgress, Found> {
  const search = new Search(problem);
  const start = search.start();
  const queue = new PriorityQueue<Stand>();
  const best = new Map<string, number>();
  queue.push(search.value(start), start);
  let lowerBound = search.value(start);
  let looked = 0;
  for (let next = queue.pop(); next; next = queue.pop()) {
    const { value: at } = next;
    lowerBound = Math.max(lowerBound, next.cost);
    if (within(problem.goal, at.done)) return { order: orderOf(at), lowerBound: at.cost, optimal: true };
    if ((best.get(nameOf(at)) ?? Infinity) < at.cost - EPSILON) continue;
    if (++looked > most) break;
    if (looked % TELL_EVERY === 0) yield { looked, lowerBound };
    for (const stand of search.after(at)) {
      const name = nameOf(stand);
      const known = best.get(name);
      if (known !== undefined && known <= stand.cost + EPSILON) continue;
      best.set(name, stand.cost);
      queue.push(Math.max(next.cost, search.value(stand)), stand);
    }
  }
  let found: { end: Stand; cost: number } | null = null;
  for (const width of BEAMS) {
    const end: Stand | null = yield* beam(search, start, width, lowerBound, found ? found.cost : Infinity);
    if (end) found = { end, cost: end.cost };
  }
  if (!found) throw new Error('searchWay: the goal was said to be reachable, and no beam reached it');
  return {
    order: orderOf(found.end),
    lowerBound: Math.min(lowerBound, found.cost),
    optimal: found.cost <= lowerBound + EPSILON,
  };
}

const EPSILON = 1e-9;

/** Only the most promising stands of each step are followed. Null: nothing better than `known` was found. */
function* beam(
  search: Search,
  start: Stand,
  width: number,
  lowerBound: number,
  known: number,
): Generator<SearchProgress, Stand | null> {
  let level: Stand[] = [start];
  let best: Stand | null = null;
  let cheapest = known;
  let looked = 0;
  while (level.length > 0) {
    const next = new Map<string, { stand: Stand; value: number }>();
    for (const at of level) {
      if (within(search.problem.goal, at.done)) {
        if (at.cost < cheapest) [best, cheapest] = [at, at.cost];
        continue;
      }
      looked++;
      for (const stand of search.after(at)) {
        const value = search.value(stand);
        if (value >= cheapest) continue;
        const name = nameOf(stand);
        if ((next.get(name)?.value ?? Infinity) > value) next.set(name, { stand, value });
      }
    }
    level = [...next.values()]
      .sort((one, other) => one.value - other.value)
      .slice(0, width)
      .map((one) => one.stand);
    yield { looked, lowerBound };
  }
  return best;
}

/** Side and tool in one number. */
const setupOf = (side: number, tool: number): number => (side + 1) * 1024 + tool + 1;

function nameOf({ done, side, tool }: Stand): string {
  let name = `${setupOf(side, tool)}`;
  for (let word = 0; word < done.length; word++) name += `,${done[word]!}`;
  return name;
}

class Search {
  private readonly bound: Bound;
  /** What is worth doing at once wherever it needs neither turn nor change: by side and tool. */
  private readonly free = new Map<number, Bits>();
  private readonly atOnce: Bits;
  private readonly all: number[];

  constructor(readonly problem: Problem) {
    this.bound = boundOf(problem);
    const size = problem.operations.length;
    this.all = problem.operations.map((_, at) => at);
    this.atOnce = bitsOf(
      size,
      this.all.filter((at) => problem.mandatory[at] || problem.minutes[at] === 0),
    );
  }

  start(): Stand {
    const { goal, startSide, startTool } = this.problem;
    const done = goal.map(() => 0);
    const from = {
      done,
      side: startSide,
      tool: startTool,
      cost: 0,
      left: this.bound.minutes(done),
      did: [],
      from: null,
    };
    return this.settled(from, done.slice(), [], 0, startSide, startTool, null);
  }

  value(stand: Stand): number {
    return stand.cost + stand.left + this.bound.setups(stand.done, stand.side, stand.tool);
  }

  /**
   * The stands that follow: one for each side and tool that something needed wants, and one for each
   * operation that only some ways do.
   */
  *after(at: Stand): Generator<Stand> {
    const { problem } = this;
    const wanted = new Set<number>();
    for (let word = 0; word < at.done.length; word++) {
      for (let open = ~at.done[word]! & 0x7fffffff; open !== 0; open &= open - 1) {
        const next = word * 31 + (31 - Math.clz32(open & -open));
        if (next >= this.all.length) break;
        const [side, tool] = [problem.side[next]!, problem.tool[next]!];
        const [up, hand] = [side >= 0 ? side : at.side, tool >= 0 ? tool : at.tool];
        const needed = problem.mandatory[next]!;
        const setup = setupOf(up, hand);
        if ((needed && wanted.has(setup)) || !this.ready(next, at.done)) continue;
        if (needed) wanted.add(setup);
        const turn = side >= 0 && at.side >= 0 && side !== at.side ? problem.turnMinutes : 0;
        const change = tool >= 0 && tool !== at.tool ? problem.toolChangeMinutes : 0;
        const done = at.done.slice();
        put(done, next);
        yield this.settled(at, done, [next], problem.minutes[next]! + turn + change, up, hand, at);
      }
    }
  }

  /** Does at once what every way does, or what costs nothing, where it needs no turn and no change. */
  private settled(
    before: Stand,
    done: number[],
    did: number[],
    paid: number,
    side: number,
    tool: number,
    from: Stand | null,
  ): Stand {
    const { problem } = this;
    const free = this.freeAt(side, tool);
    let cost = before.cost + paid;
    for (let grew = true; grew;) {
      grew = false;
      for (let word = 0; word < done.length; word++) {
        for (let open = free[word]! & ~done[word]!; open !== 0; open &= open - 1) {
          const next = word * 31 + (31 - Math.clz32(open & -open));
          if (!this.ready(next, done)) continue;
          put(done, next);
          did.push(next);
          cost += problem.minutes[next]!;
          grew = true;
        }
      }
    }
    return {
      done,
      side,
      tool,
      cost,
      left: this.bound.minutesAfter(before.left, before.done, did),
      did,
      from,
    };
  }

  private freeAt(side: number, tool: number): Bits {
    const setup = setupOf(side, tool);
    const known = this.free.get(setup);
    if (known) return known;
    const { problem } = this;
    const fits = this.all.filter(
      (at) =>
        (problem.side[at]! < 0 || problem.side[at] === side) &&
        (problem.tool[at]! < 0 || problem.tool[at] === tool),
    );
    const bits = bitsOf(this.all.length, fits).map((bit, word) => bit & this.atOnce[word]!);
    this.free.set(setup, bits);
    return bits;
  }

  private ready(at: number, done: Bits): boolean {
    const alternatives = this.problem.after[at]!;
    if (alternatives.length === 0) return true;
    for (const all of alternatives) if (within(all, done)) return true;
    return false;
  }
}

function orderOf(end: Stand): number[] {
  const order: number[] = [];
  for (let at: Stand | null = end; at; at = at.from) order.unshift(...at.did);
  return order;
}
