import * as z from 'zod';

/** What is known of backups: written by the starter, told by the server. */
export const BackupStateSchema = z.strictObject({
  /** Where the nightly one goes; null: none is set up. */
  folder: z.string().nullable(),
  /** When, as HH:MM of the machine's clock. */
  nightlyAt: z.string().nullable(),
  /** The last one that was made. */
  made: z.strictObject({ at: z.iso.datetime(), seconds: z.number(), bytes: z.number().int() }).nullable(),
  /** The last one that was restored on trial, replayed and compared. */
  checked: z.strictObject({ at: z.iso.datetime(), good: z.boolean(), faults: z.array(z.string()), seconds: z.number() }).nullable(),
  /** The last one that could not be made, since the last that was. */
  failed: z.strictObject({ at: z.iso.datetime(), sentence: z.string() }).nullable(),
  /** Up to when changes since are kept, too; null: not kept. */
  logAt: z.iso.datetime().nullable(),
});
export type BackupState = z.infer<typeof BackupStateSchema>;

export const NO_BACKUP: BackupState = { folder: null, nightlyAt: null, made: null, checked: null, failed: null, logAt: null };

/** `good`: made and checked; `unchecked`: made, nobody tried it; `old`: longer ago than a night and a morning. */
export type BackupStanding = 'none' | 'good' | 'unchecked' | 'old' | 'failing' | 'broken';

/** A night, and time to notice. */
const OLD_MS = 36 * 3_600_000;

export function backupStanding(state: BackupState, now: Date): BackupStanding {
  const { made, checked, failed, folder } = state;
  if (failed) return 'failing';
  if (!made) return folder === null ? 'none' : 'old';
  if (now.getTime() - new Date(made.at).getTime() > OLD_MS) return 'old';
  if (!checked || new Date(checked.at) < new Date(made.at)) return 'unchecked';
  return checked.good ? 'good' : 'broken';
}
