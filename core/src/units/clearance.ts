import type { Measure } from './measure.js';

/**
 * How sure a clearance is.
 * - `certain`: positive even when every tolerance falls the wrong way
 * - `likely`: positive in 19 of 20, though the worst case is not
 * - `doubtful`: the 95 % interval straddles zero; something has to be measured
 * - `no`: negative in at least 19 of 20
 */
type Certainty = 'certain' | 'likely' | 'doubtful' | 'no';

export interface Clearance {
  /** Room minus need, mm. Negative is a clash. */
  readonly marginMm: number;
  /** Root of the summed squares of the tolerances, mm (95 %). */
  readonly plusMinusMm: number;
  /** Margin when every tolerance is against us, mm. */
  readonly worstCaseMm: number;
  readonly certainty: Certainty;
}

// Sums of decimals in binary miss by a few 1e-16; a clash smaller than this is rounding, not metal.
const ROUNDING_MM = 1e-9;

/**
 * Lengths summed once, to be used for many clearances: the sum, the squares of the tolerances, and the
 * tolerances straight.
 */
export interface Tally {
  readonly mm: number;
  readonly squares: number;
  readonly straight: number;
}

export const tally = (parts: readonly Measure[]): Tally => {
  let mm = 0;
  let squares = 0;
  let straight = 0;
  for (const part of parts) {
    mm += part.mm;
    squares += part.plusMinusMm ** 2;
    straight += part.plusMinusMm;
  }
  return { mm, squares, straight };
};

/**
 * Room minus everything that has to go into it.
 *
 * Tolerances add as the root of their squares for the 95 % interval and straight for the worst
 * case: the usual two ways of stacking independent tolerances (common practice, no source).
 */
export const clearance = (room: readonly Measure[], need: readonly Measure[]): Clearance =>
  clearanceOf(tally(room), tally(need));

/** The same from sums already made. */
export function clearanceOf(room: Tally, need: Tally): Clearance {
  const marginMm = room.mm - need.mm;
  const plusMinusMm = Math.sqrt(room.squares + need.squares);
  const worstCaseMm = marginMm - room.straight - need.straight;
  return { marginMm, plusMinusMm, worstCaseMm, certainty: grade(marginMm, plusMinusMm, worstCaseMm) };
}

function grade(marginMm: number, plusMinusMm: number, worstCaseMm: number): Certainty {
  if (worstCaseMm >= -ROUNDING_MM) return 'certain';
  if (marginMm - plusMinusMm >= -ROUNDING_MM) return 'likely';
  if (marginMm + plusMinusMm >= -ROUNDING_MM) return 'doubtful';
  return 'no';
}

/** Of several lengths that are summed, the one whose tolerance is widest: measuring it again tells most. */
export const leastSure = <P extends { readonly measure: Measure }>(parts: readonly P[]): P =>
  parts.reduce((widest, part) => (part.measure.plusMinusMm > widest.measure.plusMinusMm ? part : widest));
