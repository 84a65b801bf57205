import type { JobState } from '../shape/state.js';
import { type Custody } from '../shape/custody.js';

/**
 * How it stands with an old drive; null: not settled.
 * @param changeId of the change whose place it came from; empty: the one that the main drive came in for
 */
export const custodyNow = ({ custody }: Pick<JobState, 'custody'>, changeId = ''): Custody | null =>
  custody.findLast((one) => one.changeId === changeId) ?? null;

/** The day until which the shop keeps it; null: it is not here, or without a date. */
export function keptUntil(job: Pick<JobState, 'custody'>): string | null {
  const now = custodyNow(job);
  return now?.fate === 'kept-as-fallback' ? now.until : null;
}

/** The shop still has it: kept, or waiting to be sanitised. */
export const isHere = (job: Pick<JobState, 'custody'>, changeId = ''): boolean => {
  const fate = custodyNow(job, changeId)?.fate;
  return fate === 'kept-as-fallback' || fate === 'to-be-sanitised';
};
