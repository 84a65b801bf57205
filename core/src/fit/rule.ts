import type { Drive, Slot } from '../hardware/index.js';
import type { Finding } from './finding.js';

/** What this job asks of a drive, besides going in. GB are marked sizes, 10^9 bytes. */
export interface Need {
  /** What is on the old drive now. Null: nobody looked. */
  readonly usedGb: number | null;
  /** What the customer wants at least. Null: no wish stated. */
  readonly wantedGb: number | null;
}

/**
 * One question about a drive in a slot. A rule answers null where the question does not arise
 * (a post in a 2.5-inch bay); it never throws and never guesses: what is not known is `unknown`.
 */
export interface Rule {
  readonly id: string;
  readonly name: string;
  check(slot: Slot, drive: Drive, need: Need): Finding | null;
}

/** True where form factors agree, so that measuring makes sense at all. */
export const sameFamily = (slot: Slot, drive: Drive): boolean =>
  (slot.kind === 'm2' && drive.family === 'm2') || (slot.kind === 'bay-2.5' && drive.family === '2.5-inch');
