import { openingChecks } from '../reading/opening.js';
import { partsOpen } from './parts.js';
import type { Safeguard } from '../shape/safeguard.js';
import { must, should, type Gate, type Missing } from './gate.js';

export const safeguard: Gate = (job) => {
  const decided = job.safeguard;
  if (!decided) return [must('safeguard', 'Decide how the data is handled before the machine is opened.')];
  const missing = [];
  if (decided.plan !== 'nothing-to-keep') missing.push(...backupOpen(decided));
  const key = SAY_KEY[decided.recoveryKey];
  if (key)
    missing.push(
      should(
        'recovery-key',
        decided.recoveryKey === 'unknown' && job.intake.encryption === 'yes'
          ? 'It is encrypted, and nobody has said where the recovery key is.'
          : key,
      ),
    );
  for (const check of openingChecks(job))
    if (!job.move.checks[check.id]) missing.push(should(`opening:${check.id}`, `Not checked yet: ${check.say}.`));
  return [...missing, ...partsOpen(job)];
};

/** Empty: nothing stands in the way. */
const SAY_KEY: Record<Safeguard['recoveryKey'], string> = {
  'not-encrypted': '',
  'customer-holds-it': '',
  account: '',
  sealed: '',
  nobody: 'It is encrypted, and nobody has the recovery key: what it asks for it once, stays shut.',
  unknown: 'Nobody knows whether it is encrypted, or where the recovery key is.',
};

function backupOpen({ backup, backupWhere }: Safeguard): Missing[] {
  if (backup === 'unknown') return [should('backup', 'Nobody has said whether there is a backup of what must not be lost.')];
  if (backup === 'none') return [should('backup', 'There is no backup of what must not be lost.')];
  return [
    ...(backup === 'made' ? [should('backup', 'The backup has not been read back.')] : []),
    ...(backupWhere === '' ? [should('backup-where', 'Nobody has said where the backup is.')] : []),
  ];
}
