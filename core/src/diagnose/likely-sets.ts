import type { Evidence } from './evidence.js';
import { membersOf } from './sets.js';
import type { CauseChance, Table } from './weigh.js';

/**
 * The sets of causes that are likely enough to matter, for choosing tests: what is left out moves no ranking.
 * Flat arrays, since a test is worked out over them many times: members of set s are members[from[s]] to
 * members[from[s + 1]].
 */
export interface LikelySets {
  readonly chances: Float64Array;
  readonly from: Int32Array;
  readonly members: Uint8Array;
  /** How much each cause is in question on this job, 0 to 1, by cause. */
  readonly inQuestion: Float64Array;
}

/** The likeliest sets, as many as hold this share of the chance, and so many at most. */
const SHARE = 0.995;
const MOST = 800;
/**
 * So few sets are all kept: leaving one out spares nothing, and an unlikely outcome can make it the
 * likeliest.
 */
const FEW = 64;

export function likelySets({ weights, causeOfBit }: Table, inQuestion: Float64Array): LikelySets {
  let total = 0;
  let most = 0;
  for (const weight of weights) {
    total += weight;
    if (weight > most) most = weight;
  }
  // Lighter than this cannot matter even if all sets were so: spares sorting the whole table.
  const least = weights.length <= FEW ? 0 : Math.max((total * (1 - SHARE)) / weights.length, most * 1e-6);
  const kept: number[] = [];
  for (let set = 0; set < weights.length; set++) if (weights[set]! > least) kept.push(set);
  kept.sort((one, other) => weights[other]! - weights[one]!);
  let held = 0;
  let count = 0;
  const all = weights.length <= FEW;
  while (count < kept.length && count < MOST && (all || held < total * SHARE))
    held += weights[kept[count++]!]!;
  const chosen = kept.slice(0, count);
  const lists = chosen.map((set) => membersOf(set).map((bit) => causeOfBit[bit]!));
  const from = new Int32Array(count + 1);
  lists.forEach((list, at) => (from[at + 1] = from[at]! + list.length));
  return {
    chances: Float64Array.from(chosen, (set) => weights[set]! / held),
    from,
    members: Uint8Array.from(lists.flat()),
    inQuestion,
  };
}

/** Whatever stands at its usual share is not what brought the machine in; it still counts a little. */
const LEAST_IN_QUESTION = 0.1;

/**
 * How much each cause is in question: the part of its chance that the findings raised it by. Without it a
 * test would be praised for settling whether some machine in ten is short of memory, as every tenth is.
 */
export const inQuestion = (
  edition: readonly { id: string }[],
  ranked: readonly CauseChance[],
): Float64Array => {
  const raised = new Map(
    ranked.map(({ cause, before, now }) => [cause.id, now > before ? 1 - before / now : 0]),
  );
  return Float64Array.from(edition, ({ id }) => Math.max(LEAST_IN_QUESTION, raised.get(id) ?? 0));
};

/** Chance that an observation stays away, by set. */
export function missesBySet(
  { from, members, chances }: LikelySets,
  { misses, missesBare }: Evidence,
): Float64Array {
  const all = new Float64Array(chances.length);
  for (let set = 0; set < all.length; set++) {
    let chance = missesBare;
    for (let at = from[set]!; at < from[set + 1]!; at++) chance *= misses[members[at]!]!;
    all[set] = chance;
  }
  return all;
}

/** Splits weights by every way the answers may come out; bit a of an index: answer a is seen. */
export function split(weights: Float64Array, answers: readonly Float64Array[]): Float64Array[] {
  let ways = [weights];
  for (const misses of answers) {
    const not = ways.map((way) => {
      const part = new Float64Array(way.length);
      for (let set = 0; set < part.length; set++) part[set] = way[set]! * misses[set]!;
      return part;
    });
    const seen = ways.map((way, which) => {
      const part = new Float64Array(way.length);
      const other = not[which]!;
      for (let set = 0; set < part.length; set++) part[set] = way[set]! - other[set]!;
      return part;
    });
    ways = [...not, ...seen];
  }
  return ways;
}

interface Chances {
  readonly total: number;
  /** By cause, given this way. */
  readonly byCause: Float64Array;
  readonly none: number;
  /** Entropies of the causes, each as far as it is in question, bits. */
  readonly bits: number;
}

/** Chances of the causes under weights over the likely sets (they need not add up to 1). */
export function chancesOf({ from, members, inQuestion }: LikelySets, weights: Float64Array): Chances {
  const byCause = new Float64Array(inQuestion.length);
  let total = 0;
  let none = 0;
  for (let set = 0; set < weights.length; set++) {
    const weight = weights[set]!;
    const [first, end] = [from[set]!, from[set + 1]!];
    total += weight;
    if (first === end) none = weight;
    for (let at = first; at < end; at++) byCause[members[at]!] = byCause[members[at]!]! + weight;
  }
  if (total <= 0) return { total: 0, byCause, none: 0, bits: 0 };
  let bits = 0;
  for (let at = 0; at < byCause.length; at++) {
    byCause[at] = byCause[at]! / total;
    bits += inQuestion[at]! * binaryEntropy(byCause[at]!);
  }
  return { total, byCause, none: none / total, bits };
}

/** Entropy of a yes or no, bits (Shannon 1948). */
export const binaryEntropy = (p: number): number =>
  p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p);
