import type { Candidate, Place } from '@petrichor/core/fit';
import type { Drive } from '@petrichor/core/hardware';
import { isWish, type JobState } from '@petrichor/core/job';
import type { Ranker } from '../../workers/ranker';

/** Of the ranking, as many as are looked at for a price. */
const LOOKED_AT = 60;

/**
 * The drive that a place is first shown with: the best of the ranking; where nothing is broken and speed is
 * not what is wished for, the cheapest that does what is wished.
 */
export async function bestFor(
  job: JobState,
  place: Place,
  {
    drives,
    measured = [],
    ranker,
  }: { readonly drives: readonly Drive[]; readonly measured?: readonly Drive[]; readonly ranker: Ranker },
): Promise<Candidate | null> {
  const cheap = isWish(job) && !job.intake.wishes.includes('faster');
  const ranked = await ranker.candidates(place, drives, cheap ? LOOKED_AT : 1, measured);
  return (cheap ? cheapest(ranked) : undefined) ?? ranked[0] ?? null;
}

const cheapest = (ranked: readonly Candidate[]): Candidate | undefined =>
  ranked
    .filter(({ verdict }) => verdict.outcome === 'fits' || verdict.outcome === 'extras')
    .filter(({ drive }) => drive.inStock > 0 || drive.leadDays !== null)
    .sort((a, b) => a.drive.priceMinor - b.drive.priceMinor)[0];
