import { sure } from '../../units/index.js';
import { part } from './part.js';
import { Stamp } from './stamp.js';
import * as z from 'zod';
import { BackupSchema, RecoveryKeySchema, WAY_IDS, type RecoveryKey, type WayId } from '../../move/index.js';

/** The ways across, as a plan is called once it is chosen. */
export const DATA_PLANS: readonly { readonly id: WayId; readonly say: string; readonly what: string }[] = [
  { id: 'clone', say: 'Clone', what: 'All of it to the new drive, same system.' },
  {
    id: 'clean-install',
    say: 'Clean install, data copied back',
    what: 'New system; programs, keys and drivers are needed.',
  },
  { id: 'copy', say: 'Copy file by file', what: 'New file systems, every file copied over.' },
  { id: 'add', say: 'Add as a second drive', what: 'The old drive stays; the new one is empty room.' },
  {
    id: 'rescue',
    say: 'Rescue, then clone from the image',
    what: 'Sound parts first onto an image; nothing is repaired in place.',
  },
  {
    id: 'restore-backup',
    say: 'Restore from the customer’s backup',
    what: 'New drive filled from their backup.',
  },
  { id: 'nothing-to-keep', say: 'Nothing to keep', what: 'The customer said so; a new system is installed.' },
];
export type DataPlan = WayId;

/**
 * What was answered about backup and key. Each answer counts once it is pressed, whether or not a way is
 * decided.
 */
export const AnswersSchema = z.strictObject({
  /** `verified`: read back and compared, on something other than the two drives. */
  backup: BackupSchema,
  backupWhere: z.string().trim().max(120),
  recoveryKey: RecoveryKeySchema,
  note: z.string().trim().max(1000),
});
export type Answers = z.infer<typeof AnswersSchema>;

/** How the customer's data is handled, decided before the machine is opened. */
export const SafeguardSchema = z.strictObject({ plan: z.enum(WAY_IDS), ...AnswersSchema.shape });
export type Safeguard = z.infer<typeof SafeguardSchema>;

export const SAY_BACKUP: Record<Answers['backup'], string> = {
  verified: 'read back and right',
  made: 'made, not read back',
  none: 'none',
  unknown: 'nobody asked',
};
export const SAY_KEY: Record<RecoveryKey, string> = {
  'not-encrypted': 'not encrypted',
  'customer-holds-it': 'the customer has it',
  account: 'in the customer’s account',
  sealed: 'in a sealed note here',
  nobody: 'nobody has it',
  unknown: 'nobody knows',
};

export const sayPlan = (plan: DataPlan): string => sure(DATA_PLANS.find((one) => one.id === plan)).say;

export const safeguardPart = part(
  { safeguard: z.strictObject({ ...SafeguardSchema.shape, ...Stamp }).nullable() },
  { safeguard: null },
);
