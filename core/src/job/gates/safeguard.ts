import { mainDrive } from '../reading/changes.js';
import { openingChecks } from '../reading/opening.js';
import { partsOpen } from './parts.js';
import type { Safeguard } from '../shape/safeguard.js';
import type { JobState } from '../shape/state.js';
import { must, should, type Gate, type Missing } from './gate.js';

export const safeguard: Gate = (job) => {
  const decided = job.safeguard;
  // Where no drive goes in, nothing goes across.
  if (!decided) return mainDrive(job) ? [must('safeguard', {})] : partsOpen(job);
  const missing = [];
  if (decided.plan !== 'nothing-to-keep') missing.push(...backupOpen(decided));
  const key = keyOpen(decided, job.intake);
  if (key) missing.push(should('recovery-key', {}, { key }));
  for (const check of openingChecks(job))
    if (!job.move.checks[check.id]) missing.push(should('opening', { about: check.id }, { what: check.say }));
  return [...missing, ...partsOpen(job)];
};

/** What is not settled about the recovery key; null: nothing stands in the way. */
function keyOpen(
  { recoveryKey }: Safeguard,
  { encryption }: JobState['intake'],
): 'nobody' | 'unknown' | 'unsaid' | null {
  if (recoveryKey === 'nobody') return 'nobody';
  if (recoveryKey !== 'unknown') return null;
  return encryption === 'yes' ? 'unsaid' : 'unknown';
}

function backupOpen({ backup, backupWhere }: Safeguard): Missing[] {
  if (backup === 'unknown' || backup === 'none') return [should('backup', {}, { backup })];
  return [
    ...(backup === 'made' ? [should('backup', {}, { backup })] : []),
    ...(backupWhere === '' ? [should('backup-where', {})] : []),
  ];
}
