import type { RecoveryKey } from '../../move/index.js';
import type { Intake } from '../shape/intake.js';
import type { JobState } from '../shape/state.js';
import { type Answers } from '../shape/safeguard.js';

/** What is answered by now: here, else at the counter; what nobody asked is `unknown`. */
export function answersNow({ move, intake }: Pick<JobState, 'move' | 'intake'>): Answers {
  const { backup = 'unknown', backupWhere = '', recoveryKey = keyOfIntake(intake), note = '' } = move.answers;
  return { backup, backupWhere, recoveryKey, note };
}

const KEPT: Record<Intake['recoveryKey'], RecoveryKey> = {
  customer: 'customer-holds-it',
  account: 'account',
  sealed: 'sealed',
  nobody: 'nobody',
  unknown: 'unknown',
};
const keyOfIntake = ({ encryption, recoveryKey }: Intake): RecoveryKey =>
  encryption === 'no' ? 'not-encrypted' : KEPT[recoveryKey];
