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
  /** It tells what the drive does here and never rules one out: whoever wants outcomes alone need not ask. */
  readonly tellsOnly?: true;
  /** What it says is worth reading when it fits, too. */
  readonly alwaysSaid?: true;
  /** A 'no' that no reason gets past: it does not go in, or nothing hears it. */
  readonly isFinal?: true;
  /** Facts of the slot without which it has no answer, by their names there. */
  readonly restsOn?: readonly string[];
  at(place: Place): Ask | null;
}
export type Ask = (drive: Drive) => Check | null;

/**
 * A question whose answer, words and all, hangs on `key` of the drive alone: asked once for each key, since a
 * catalogue has few of them and many drives.
 */
export function oncePer<K>(key: (drive: Drive) => K, ask: Ask): Ask {
  const known = new Map<K, Check | null>();
  return (drive) => {
    const at = key(drive);
    const before = known.get(at);
    if (before !== undefined) return before;
    const answer = ask(drive);
    known.set(at, answer);
    return answer;
  };
}

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
