import type { Drive, Slot } from '../hardware/index.js';
import type { Check } from './finding.js';
import type { Place } from './place.js';

/**
 * One question about a drive in a slot. `at` looks at the place once and returns what to ask of each drive;
 * null where the question does not arise there (a post in a bay). The asking, too, answers null where
 * it does not arise for this drive. It never throws and never guesses: what is not known is `unknown`.
 */
export interface Rule {
  readonly id: string;
  readonly name: string;
  at(place: Place): Ask | null;
}
export type Ask = (drive: Drive) => Check | null;

/** Families that a kind of slot takes; the second one with a converter. */
const TAKES: Readonly<Record<Slot['kind'], readonly Drive['family'][]>> = {
  m2: ['m2'],
  msata: ['msata'],
  'bay-2.5': ['2.5-inch'],
  'bay-3.5': ['3.5-inch', '2.5-inch'],
  'bay-1.8': ['1.8-inch'],
  soldered: [],
};

/** True where form factors agree, so that measuring makes sense at all. */
export const sameFamily = (slot: Slot, drive: Drive): boolean => TAKES[slot.kind].includes(drive.family);
