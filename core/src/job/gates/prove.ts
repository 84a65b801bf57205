import { BASELINE_CHECKS } from '../baseline.js';
import { must, should, type Gate } from './gate.js';

/** What worked at intake works again; what nobody tried then is no promise now. And what it was is said, so that the next diagnosis knows. */
export const prove: Gate = (job) => {
  const missing = [];
  if (!job.cured) {
    if (!job.proved) missing.push(must('proved', 'Say whether the system lists the drive, and at what size.'));
    else if (!job.proved.listed || !job.proved.right) missing.push(should('proved-wrong', job.proved.sentence));
  }
  for (const { id, say } of BASELINE_CHECKS) {
    if (job.intake.baseline[id] !== 'works') continue;
    const after = job.after[id]?.result;
    if (after === undefined || after === 'not-tried') missing.push(must(`baseline:${id}`, `${say} worked at intake: try it again.`));
    else if (after === 'faulty') missing.push(should(`baseline-fault:${id}`, `${say} worked at intake and does not now.`));
  }
  if (job.conclusion && !job.confirmed) missing.push(must('confirmed', 'Say whether it was what you concluded.'));
  return missing;
};
