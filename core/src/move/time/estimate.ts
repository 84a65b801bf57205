import { copySeconds, type CopyTask, type Factors } from './copy-time.js';

/** Nine of ten runs lie above `p10`, one of ten above `p90`; minutes. */
export interface Range {
  readonly p10: number;
  readonly p50: number;
  readonly p90: number;
}

/**
 * How sure the assumptions are: standard deviations of the logarithm of each factor (common practice, no
 * source; corrected by each run).
 */
export interface Spread {
  readonly read: number;
  readonly link: number;
  readonly write: number;
}
export const SOUND: Spread = { read: 0.12, link: 0.08, write: 0.2 };
/** A drive with bad areas re-reads where it does not say so. */
export const AILING: Spread = { read: 0.35, link: 0.08, write: 0.2 };

/**
 * Seconds to open, copy and close a small file, and to give up on a bad area: median and spread (common
 * practice, no source).
 */
const PER_FILE = { median: 0.004, spread: 0.5 };
const PER_BAD_AREA = { median: 18, spread: 0.7 };

const POINTS = 255;

/**
 * Minutes as a range: the task under 255 even-spread combinations of what nobody knows. The same every time:
 * no chance is used.
 *
 * @example
 * ```ts
 * import { estimate, SOUND } from '@petrichor/core/move';
 * const disk = { carried: [{ from: 0, to: 1, bytes: 500e9 }], read: { first: 120e6, last: 60e6 } };
 * const flash = { link: 1e9, write: { fast: 2e9, fastBytes: 0, steady: 1e9 } };
 * const minutes = estimate({ ...disk, ...flash, verify: false, files: 0, badAreas: 0 }, SOUND);
 * minutes.p10 < minutes.p50 && minutes.p50 < minutes.p90; // true
 * minutes.p50 > 70 && minutes.p50 < 120; // true
 * ```
 */
export function estimate(task: CopyTask, spread: Spread): Range {
  const times = Array.from(
    { length: POINTS },
    (_, at) => copySeconds(task, factorsAt(at + 1, spread)) / 60,
  ).sort((one, other) => one - other);
  const at = (share: number) => times[Math.round(share * (POINTS - 1))]!;
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
}

function factorsAt(point: number, spread: Spread): Factors {
  const bell = (base: number) => normalQuantile(halton(point, base));
  return {
    read: Math.exp(spread.read * bell(2)),
    link: Math.exp(spread.link * bell(3)),
    write: Math.exp(spread.write * bell(5)),
    secondsPerFile: PER_FILE.median * Math.exp(PER_FILE.spread * bell(7)),
    secondsPerBadArea: PER_BAD_AREA.median * Math.exp(PER_BAD_AREA.spread * bell(11)),
  };
}

/** Point of Halton's sequence (Halton 1960): spread evenly between 0 and 1. */
function halton(index: number, base: number): number {
  let [value, share, rest] = [0, 1, index];
  while (rest > 0) {
    share /= base;
    value += share * (rest % base);
    rest = Math.floor(rest / base);
  }
  return value;
}

/**
 * Inverse of the normal distribution by rational approximation (Abramowitz & Stegun 26.2.23, error below
 * 4.5e-4).
 */
export function normalQuantile(share: number): number {
  if (share > 0.5) return -normalQuantile(1 - share);
  const t = Math.sqrt(-2 * Math.log(Math.max(share, 1e-12)));
  return -(
    t -
    (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3)
  );
}

export const sum = (...ranges: readonly Range[]): Range => ({
  p10: ranges.reduce((total, one) => total + one.p10, 0),
  p50: ranges.reduce((total, one) => total + one.p50, 0),
  p90: ranges.reduce((total, one) => total + one.p90, 0),
});
/** A range that holds all of these: it is one of them, and nobody knows which. */
export const widest = (ranges: readonly Range[]): Range => ({
  p10: Math.min(...ranges.map((one) => one.p10)),
  p50: ranges.reduce((total, one) => total + one.p50, 0) / ranges.length,
  p90: Math.max(...ranges.map((one) => one.p90)),
});
export const between = (p10: number, p90: number): Range => ({ p10, p50: (p10 + p90) / 2, p90 });
export const NO_TIME: Range = { p10: 0, p50: 0, p90: 0 };
