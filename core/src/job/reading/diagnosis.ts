import { isSameDrive, type About, type Answer } from '../../diagnose/index.js';
import type { JobState } from '../shape/state.js';
import { type KeptReport } from '../shape/diagnosis.js';

export const answersOf = (job: Pick<JobState, 'findings'>, about: About): Answer[] =>
  job.findings[about].map(({ observation, seen }) => ({ observation, seen }));

/** A stop that holds: met, not lifted by the owner, and nothing decided yet. */
export const stopHolds = ({ stop }: Pick<JobState, 'stop'>): boolean =>
  stop !== null && stop.lifted === null && stop.way === null;

/** The last reading of the drive that was read last, and the one of the same drive before it. */
export function lastReadings({
  reports,
}: Pick<JobState, 'reports'>): { latest: KeptReport; earlier: KeptReport | null } | null {
  const latest = reports.at(-1);
  if (!latest) return null;
  return {
    latest,
    earlier: reports.slice(0, -1).findLast((one) => isSameDrive(one.report, latest.report)) ?? null,
  };
}
