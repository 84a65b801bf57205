import type { JobState } from '../shape/state.js';
import { type Custody } from '../shape/custody.js';

/** How it stands with the old drive; null: not settled. */
export const custodyNow = ({ custody }: Pick<JobState, 'custody'>): Custody | null => custody.at(-1) ?? null;

/** The day until which the shop keeps it; null: it is not here, or without a date. */
export function keptUntil(job: Pick<JobState, 'custody'>): string | null {
  const now = custodyNow(job);
  return now?.fate === 'kept-as-fallback' ? now.until : null;
}

/** The shop still has it: kept, or waiting to be sanitised. */
export const isHere = (job: Pick<JobState, 'custody'>): boolean =>
  custodyNow(job)?.fate === 'kept-as-fallback' || custodyNow(job)?.fate === 'to-be-sanitised';
