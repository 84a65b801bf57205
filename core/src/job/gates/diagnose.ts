import { sure } from '../../units/index.js';
import { stopHolds } from '../reading/diagnosis.js';
import { isWish } from '../reading/wishes.js';
import { must, type Gate } from './gate.js';

export const diagnose: Gate = (job) => {
  const missing = [];
  if (stopHolds(job)) {
    const left = sure(job.stop).steps.find((step) => step.done === null);
    missing.push(must('stop', {}, { why: sure(job.stop).say, next: left?.say ?? null }));
  }
  if (job.stop?.way === 'refer') missing.push(must('referred', {}));
  // Where nothing is broken, no cause is looked for.
  if (isWish(job)) return missing;
  if (job.findings.before.length === 0) missing.push(must('observations', {}));
  if (!job.conclusion) return [...missing, must('conclusion', {})];
  if (job.conclusion.remedy.kind === 'no-drive')
    missing.push(must('no-drive-needed', {}, { cause: job.conclusion.say, cure: job.conclusion.cure }));
  return missing;
};
