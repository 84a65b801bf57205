import { causeById } from '../../diagnose/index.js';
import { must, type Gate } from './gate.js';

export const diagnose: Gate = (job) => {
  const missing = [];
  if (Object.keys(job.observations).length === 0)
    missing.push(must('observations', 'Mark at least one thing that was seen, or looked for and not seen.'));
  if (!job.conclusion) return [...missing, must('conclusion', 'Say what you conclude, and why.')];
  const cause = causeById(job.conclusion.causeId);
  if (cause && !cause.needsDrive) {
    missing.push(
      must('no-drive-needed', `${cause.say}: no drive is needed. ${cause.cure} Then hand the machine back, or change the conclusion.`),
    );
  }
  return missing;
};
