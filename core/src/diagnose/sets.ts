/**
 * Weights over all sets of causes: bit i of an index says whether cause i is in the set. Every function is
 * exact; the cost doubles with each cause (MOST_CAUSES).
 *
 * The model is a noisy-OR network of two layers: causes are independent beforehand, each cause in a set makes
 * an observation appear with its own strength, a leak stands for everything unnamed, and the observation
 * stays away only if all of them miss. Pearl, Probabilistic Reasoning in Intelligent Systems, 1988, ch. 4.3
 * (from memory).
 */
export type Weights = Float64Array;

/**
 * How likely an observation stays away: `bare` if no cause holds, times one number for each cause that does.
 */
export interface Misses {
  readonly bare: number;
  readonly byCause: ArrayLike<number>;
}

/**
 * Sums over the table: of everything, of the sets with each cause, of the empty set. Divide by `total` for
 * chances.
 */
export interface Sums {
  readonly total: number;
  readonly byCause: Float64Array;
  readonly none: number;
}

/** Product of one number for every cause in a set, by set: built by doubling, one multiplication a set. */
export function products(inSet: ArrayLike<number>, start = 1): Weights {
  const all = new Float64Array(1 << inSet.length);
  all[0] = start;
  for (let bit = 0, size = 1; bit < inSet.length; bit++, size <<= 1) {
    const factor = inSet[bit]!;
    for (let set = 0; set < size; set++) all[size + set] = all[set]! * factor;
  }
  return all;
}

/** Chances of all sets before any sign: p for a cause in the set, 1 − p for one that is not. */
export function priors(chances: ArrayLike<number>): Weights {
  const all = new Float64Array(1 << chances.length);
  all[0] = 1;
  for (let bit = 0, size = 1; bit < chances.length; bit++, size <<= 1) {
    const chance = chances[bit]!;
    for (let set = 0; set < size; set++) {
      const weight = all[set]!;
      all[set] = weight * (1 - chance);
      all[size + set] = weight * chance;
    }
  }
  return all;
}

/** A set's index falls into this many low bits and the rest: two small tables stand for one large. */
const LOW_BITS = 8;

/**
 * Multiplies in an observation that was seen, or looked for and not seen, and returns the sums after it: one
 * pass.
 */
export const weighIn = (weights: Weights, misses: Misses, seen: boolean): Sums =>
  pass(weights, misses, seen, true);

/**
 * The sums as they would be if the observation were looked for and not seen; the weights stay as they are.
 */
export const ifNotSeen = (weights: Weights, misses: Misses): Sums => pass(weights, misses, false, false);

/** The sums as they are. */
export const sumsOf = (weights: Weights): Sums => {
  const causes = Math.round(Math.log2(weights.length));
  return pass(weights, { bare: 1, byCause: new Float64Array(causes).fill(1) }, false, false);
};

function pass(weights: Weights, { bare, byCause }: Misses, seen: boolean, write: boolean): Sums {
  const causes = byCause.length;
  const lowBits = Math.min(LOW_BITS, causes);
  const low = products(Array.prototype.slice.call(byCause, 0, lowBits));
  const high = products(Array.prototype.slice.call(byCause, lowBits), bare);
  const width = low.length;
  const columns = new Float64Array(width);
  const rows = new Float64Array(high.length);
  for (let row = 0, at = 0; row < rows.length; row++) {
    const miss = high[row]!;
    let sum = 0;
    for (let column = 0; column < width; column++, at++) {
      const stays = miss * low[column]!;
      const weight = weights[at]! * (seen ? 1 - stays : stays);
      if (write) weights[at] = weight;
      sum += weight;
      columns[column] = columns[column]! + weight;
    }
    rows[row] = sum;
  }
  const sums = new Float64Array(causes);
  const total = fold(columns, sums, 0);
  fold(rows, sums, lowBits);
  return { total, byCause: sums, none: weights[0]! * (write ? 1 : seen ? 1 - bare : bare) };
}

/**
 * Halves a table bit by bit from the last: the upper half is where that cause holds. Returns the sum of all.
 */
function fold(table: Float64Array, sums: Float64Array, firstBit: number): number {
  for (
    let half = table.length >> 1, bit = Math.round(Math.log2(table.length)) - 1;
    half >= 1;
    half >>= 1, bit--
  ) {
    let upper = 0;
    for (let at = 0; at < half; at++) {
      upper += table[half + at]!;
      table[at] = table[at]! + table[half + at]!;
    }
    sums[firstBit + bit] = upper;
  }
  return table[0]!;
}

/** The heaviest set. */
export function heaviest(weights: Weights): number {
  let best = 0;
  for (let set = 1; set < weights.length; set++) if (weights[set]! > weights[best]!) best = set;
  return best;
}

export const membersOf = (set: number): number[] => {
  const members: number[] = [];
  for (let bit = 0; set >> bit > 0; bit++) if ((set >> bit) & 1) members.push(bit);
  return members;
};
