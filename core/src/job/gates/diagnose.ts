import { stopHolds } from '../reading/diagnosis.js';
import { must, type Gate } from './gate.js';

export const diagnose: Gate = (job) => {
  const missing = [];
  if (stopHolds(job)) {
    const left = job.stop!.steps.find((step) => step.done === null);
    missing.push(must('stop', `Stop: ${job.stop!.say} ${left ? `Next: ${left.say.toLowerCase()}.` : 'Decide what becomes of the drive.'}`));
  }
  if (job.stop?.way === 'refer') missing.push(must('referred', 'The drive goes to a specialist: hand the machine back, or change that.'));
  if (job.findings.before.length === 0)
    missing.push(must('observations', 'Add at least one thing that was seen, or looked for and not seen.'));
  if (!job.conclusion) return [...missing, must('conclusion', 'Say what you conclude, and why.')];
  if (job.conclusion.remedy.kind === 'no-drive')
    missing.push(
      must(
        'no-drive-needed',
        `${job.conclusion.say}: no drive is needed. ${job.conclusion.cure} Record the cure, hand the machine back, or change the conclusion.`,
      ),
    );
  return missing;
};
