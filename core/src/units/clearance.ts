import type { Measure } from './measure.js';

/**
 * How sure a clearance is.
 * - `certain`: positive even when every tolerance falls the wrong way
 * - `likely`: positive in 19 of 20, though the worst case is not
 * - `doubtful`: the 95 % interval straddles zero; something has to be measured
 * - `no`: negative in at least 19 of 20
 */
export type Certainty = 'certain' | 'likely' | 'doubtful' | 'no';

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
 * Room minus everything that has to go into it.
 *
 * Tolerances add as the root of their squares for the 95 % interval and straight for the worst
 * case: the usual two ways of stacking independent tolerances (common practice, no source).
 */
export function clearance(room: readonly Measure[], need: readonly Measure[]): Clearance {
  const sum = (parts: readonly Measure[]) => parts.reduce((total, part) => total + part.mm, 0);
  const parts = [...room, ...need];
  const marginMm = sum(room) - sum(need);
  const plusMinusMm = Math.sqrt(parts.reduce((total, part) => total + part.plusMinusMm ** 2, 0));
  const worstCaseMm = marginMm - parts.reduce((total, part) => total + part.plusMinusMm, 0);
  return { marginMm, plusMinusMm, worstCaseMm, certainty: grade(marginMm, plusMinusMm, worstCaseMm) };
}

function grade(marginMm: number, plusMinusMm: number, worstCaseMm: number): Certainty {
  if (worstCaseMm >= -ROUNDING_MM) return 'certain';
  if (marginMm - plusMinusMm >= -ROUNDING_MM) return 'likely';
  if (marginMm + plusMinusMm >= -ROUNDING_MM) return 'doubtful';
  return 'no';
}
