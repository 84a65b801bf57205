import type { PastCase } from '../../diagnose/index.js';
import { answersOf } from './diagnosis.js';
import type { JobState } from '../shape/state.js';

/**
 * What diagnosis remembers of a finished job; null while it is open, or where nobody could tell what it was.
 */
export function pastCaseOf(job: JobState): PastCase | null {
  // A comeback with the same fault says that it had been something else.
  const learnt = job.cameBack.findLast((one) => one.learnt?.kind === 'same-fault')?.learnt;
  const causes = learnt?.causeIds ?? job.confirmed?.causeIds ?? [];
  if (!job.closed || causes.length === 0) return null;
  return {
    jobId: job.id,
    number: job.number,
    modelId: job.intake.modelId,
    closedAt: job.closed.at,
    answers: answersOf(job, 'before'),
    causes,
  };
}
