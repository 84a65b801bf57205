import * as z from 'zod';
import type { SourceDisk, TargetDisk } from './disk.js';
import type { Layout, NoLayout } from './layout/plan.js';
import type { CopyTask } from './time/copy-time.js';
import type { ReadRate } from './time/rates.js';
import type { Spread } from './time/estimate.js';

/**
 * What was asked and looked at before the data goes across. Every answer may be 'unknown': then what depends
 * on it is said.
 */
export const MoveFactsSchema = z.strictObject({
  /** How the old drive reads, as somebody at the bench judges it; unknown: its self-report decides. */
  reads: z.enum(['sound', 'bad-areas', 'failing', 'dead', 'unknown']),
  /** Can the system of the old drive be started and trusted? */
  system: z.enum(['sound', 'damaged', 'unknown']),
  /** `yes`: it is encrypted, and nobody has looked whether it is open. */
  encryption: z.enum(['none', 'yes', 'unlocked', 'paused', 'locked', 'unknown']),
  boot: z.enum(['uefi', 'bios', 'unknown']),
  secureBoot: z.enum(['on', 'off', 'unknown']),
  /** Does the new drive need another storage mode in the firmware than the old one? */
  storageMode: z.enum(['same', 'changes', 'unknown']),
  /** Where both drives can be reached at once. */
  reach: z.enum(['dock', 'spare-slot', 'none', 'unknown']),
  /** A bootable medium with installer and this machine's drivers. */
  usbMedium: z.boolean(),
  /** A healthy drive or store with room for an image of the old one. */
  imageStore: z.boolean(),
  /** Programs that would have to be set up by hand; null: not counted. */
  programs: z.number().int().min(0).max(2000).nullable(),
  /** Files to be carried one by one; null: not counted. */
  files: z.number().int().min(0).max(100_000_000).nullable(),
  /** A second operating system lies on it. */
  secondSystem: z.boolean(),
  /** Sectors that the new drive reports; null: by the standard formula of its marked size. */
  targetSectors: z
    .number()
    .int()
    .min(1000)
    .max(2 ** 40)
    .nullable(),
  /** Measured on this job, by fio or by hand; null: the maker's word, else what is usual. */
  oldReadBytesPerSecond: z.number().positive().max(1e11).nullable(),
  newWriteBytesPerSecond: z.number().positive().max(1e11).nullable(),
});
export type MoveFacts = z.infer<typeof MoveFactsSchema>;

export const NO_FACTS: MoveFacts = {
  reads: 'unknown',
  system: 'unknown',
  encryption: 'unknown',
  boot: 'unknown',
  secureBoot: 'unknown',
  storageMode: 'unknown',
  reach: 'unknown',
  usbMedium: false,
  imageStore: false,
  programs: null,
  files: null,
  secondSystem: false,
  targetSectors: null,
  oldReadBytesPerSecond: null,
  newWriteBytesPerSecond: null,
};

/** A copy of what must not be lost, on something else. */
export const BackupSchema = z.enum(['verified', 'made', 'none', 'unknown']);
type Backup = z.infer<typeof BackupSchema>;
/** Whether it is encrypted and, if so, where its recovery key is. */
export const RecoveryKeySchema = z.enum([
  'not-encrypted',
  'customer-holds-it',
  'account',
  'sealed',
  'nobody',
  'unknown',
]);
export type RecoveryKey = z.infer<typeof RecoveryKeySchema>;

/** How the old drive reads. */
export type Health = MoveFacts['reads'];

/** Everything a way across is judged by. */
export interface Crossing {
  readonly facts: MoveFacts;
  readonly health: Health;
  readonly badAreas: number;
  /** Its table; null: nobody has read it. */
  readonly source: SourceDisk | null;
  readonly sourceBytes: number | null;
  readonly target: TargetDisk;
  /** The target's sectors as it really keeps them: 4096 without emulation breaks copies sector by sector. */
  readonly targetNative4096: boolean;
  readonly layout: Layout | NoLayout | null;
  /** How full the old drive is, bytes; null: unknown. */
  readonly usedBytes: number | null;
  readonly task: Pick<CopyTask, 'link' | 'write'>;
  /** How the old drive may read: one rate, or one for each medium that it may be. */
  readonly reads: readonly ReadRate[];
  readonly spread: Spread;
  readonly backup: Backup;
  readonly recoveryKey: RecoveryKey;
  readonly nothingToKeep: boolean;
  /** The new drive comes beside the old one: it goes into an empty place, or the old one is to stay. */
  readonly beside: boolean;
  /** The customer wants it beside the old one. */
  readonly wantsBeside: boolean;
}
