import type { JobState } from '../shape/state.js';
import { type Removed } from '../shape/removed.js';
import { fittedAlone } from './changes.js';
import { outForGood } from './old-drives.js';

/**
 * Parts that came out for good besides the old drive: what changes took out, and things on the tray that were
 * waived for.
 */
export function removedParts(
  job: Pick<JobState, 'changes' | 'tray' | 'waivers' | 'phase' | 'way' | 'endedEarly' | 'removed'>,
): string[] {
  const replaced = fittedAlone(job)
    .filter((one) => one.judged?.outcome === 'works' && one.original !== '')
    .map((one) => one.original);
  const taken = outForGood(job).map((item) => item.label);
  const waived = new Set(job.waivers.map((one) => one.code));
  const left = job.tray
    .filter((item) => item.kind === 'part' && item.out > 0 && waived.has(`tray:${item.id}`))
    .map((item) => item.label);
  return [...new Set([...replaced, ...taken, ...left, ...job.removed.map((one) => one.what)])];
}

/** How it stands with each; the last word counts. */
export const removedNow = (job: Pick<JobState, 'removed'>, what: string): Removed | null =>
  job.removed.findLast((one) => one.what === what) ?? null;
