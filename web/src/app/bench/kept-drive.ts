import type { JobSummary } from '@petrichor/core/job';
import { format } from 'date-fns';

/**
 * An old drive that is still here after hand-over; its day has come when it is today or past, or when it has
 * none. Null: none is here.
 */
export function keptDrive(
  job: Pick<JobSummary, 'oldDriveHere'>,
  now: number,
): { readonly say: string; readonly due: boolean } | null {
  // Rows of before drives were kept do not say.
  const here = job.oldDriveHere ?? null;
  if (!here) return null;
  if (here.until === null) return { say: here.say, due: true };
  return {
    say: `${here.say}, until ${format(new Date(`${here.until}T12:00`), 'd MMM yyyy')}`,
    due: here.until <= format(now, 'yyyy-MM-dd'),
  };
}
