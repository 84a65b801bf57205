import { openingChecks } from '../opening.js';
import { partsOpen } from './parts.js';
import { must, should, type Gate } from './gate.js';

export const safeguard: Gate = (job) => {
  const decided = job.safeguard;
  if (!decided) return [must('safeguard', 'Decide how the data is handled before the machine is opened.')];
  const missing = [];
  if (decided.plan !== 'nothing-to-keep' && decided.backup !== 'verified') {
    missing.push(
      should('backup', decided.backup === 'none' ? 'There is no backup of what must not be lost.' : 'The backup has not been read back.'),
    );
  }
  if (decided.recoveryKey === 'unknown')
    missing.push(should('recovery-key', 'Nobody knows whether it is encrypted, or where the recovery key is.'));
  for (const check of openingChecks(job))
    if (!job.move.checks[check.id]) missing.push(should(`opening:${check.id}`, `Not checked yet: ${check.say}.`));
  return [...missing, ...partsOpen(job)];
};
