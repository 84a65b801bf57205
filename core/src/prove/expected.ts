import type { Link } from '../fit/index.js';
import type { Drive } from '../hardware/index.js';

/** A rate of reading in one long stretch, bytes per second. */
export interface RateRange {
  readonly least: number;
  readonly most: number;
}

/** What is left of a link's ceiling after the protocol's own words (common practice, no source). */
const SHARE_OF_CEILING: RateRange = { least: 0.85, most: 0.95 };
/** Two runs of the same drive on the same day differ by so much (common practice, no source). */
const RUN_TO_RUN = 0.9;
/** A mechanical drive reads so much of its outer rate on the inner tracks (common practice, no source). */
const INNER_TRACKS = 0.5;

/**
 * What a link of this ceiling lets through, at most what the drive itself reads at; null rating: the link
 * alone says.
 */
export function rateOn(ceilingBytesPerSecond: number, rating: number | null): RateRange {
  const own = rating ?? Infinity;
  return {
    least: Math.min(own, ceilingBytesPerSecond * SHARE_OF_CEILING.least) * RUN_TO_RUN,
    most: Math.min(own * (1 / RUN_TO_RUN), ceilingBytesPerSecond * SHARE_OF_CEILING.most),
  };
}

/**
 * What this drive should read at in this slot. Null: they share no link.
 *
 * @example
 * ```ts
 * import { expectedRead } from '@petrichor/core/prove';
 * const link = { ceilingBytesPerSecond: 600e6 };
 * const range = expectedRead(link, { readBytesPerSecond: 560e6, medium: 'flash' });
 * range.least < 560e6 && range.most > 560e6; // true
 * expectedRead(null, { readBytesPerSecond: 560e6, medium: 'flash' }); // null
 * ```
 */
export function expectedRead(
  link: Pick<Link, 'ceilingBytesPerSecond'> | null,
  drive: Pick<Drive, 'readBytesPerSecond' | 'medium'>,
): RateRange | null {
  if (!link) return null;
  const range = rateOn(link.ceilingBytesPerSecond, drive.readBytesPerSecond);
  return drive.medium === 'rotating' ? { ...range, least: range.least * INNER_TRACKS } : range;
}
