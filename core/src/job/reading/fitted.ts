import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import { roundOf, roundsIn } from './rounds.js';

type Seen = Pick<JobState, 'changes' | 'phase' | 'way' | 'endedEarly'>;

/** Something of what was planned has gone in: a swap is behind. */
export const isFitted = (job: Seen): boolean =>
  job.changes.some((one) => one.fitted === null && wentIn(job, one));

/** Whether this change is in the machine: by itself, or by the way, as far as that was walked. */
export const isIn = (job: Seen, change: Change): boolean => change.fitted !== null || wentIn(job, change);

function wentIn(job: Seen, change: Change): boolean {
  // There was nothing to take out.
  if (job.way?.moot.includes(change.id)) return false;
  const round = roundOf(job.way, change);
  if (!job.endedEarly) return round <= roundsIn(job);
  const steps = new Set(
    (job.way?.steps ?? []).flatMap((one) => (one.leg === 'swap' && one.round === round ? [one.id] : [])),
  );
  return (job.way?.ticks ?? []).some((tick) => steps.has(tick.stepId));
}
