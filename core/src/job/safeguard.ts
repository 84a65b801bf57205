import * as z from 'zod';

export const DATA_PLANS = [
  { id: 'clone', say: 'Clone', what: 'All of it to the new drive, same system.' },
  { id: 'clean-install', say: 'Clean install, data copied back', what: 'New system; programs, keys and drivers are needed.' },
  { id: 'restore-backup', say: 'Restore from the customer’s backup', what: 'New drive filled from their backup.' },
  { id: 'nothing-to-keep', say: 'Nothing to keep', what: 'The customer said so; a new system is installed.' },
] as const;
export type DataPlan = (typeof DATA_PLANS)[number]['id'];

/** How the customer's data is handled, decided before the machine is opened. */
export const SafeguardSchema = z.strictObject({
  plan: z.enum(['clone', 'clean-install', 'restore-backup', 'nothing-to-keep']),
  /** `verified`: read back and compared, on something other than the two drives. */
  backup: z.enum(['verified', 'made', 'none']),
  backupWhere: z.string().trim().max(120),
  recoveryKey: z.enum(['not-encrypted', 'customer-holds-it', 'unknown']),
  note: z.string().trim().max(1000),
});
export type Safeguard = z.infer<typeof SafeguardSchema>;

export const sayPlan = (plan: DataPlan): string => DATA_PLANS.find((one) => one.id === plan)!.say;
