import { no, unknown, type Check, type Settles } from '../finding.js';

/** What is compared when a new part is held beside the one that is in, or against its place. */
const BESIDE = {
  'battery-size': {
    ask: 'Lay the new battery beside the old one, or into its place: is it no larger in any direction?',
    same: 'no larger',
    other: 'larger',
    against: 'Laid beside the old one it is larger: a battery is never pressed in.',
  },
  'battery-plug': {
    ask: 'Hold both plugs side by side: as many contacts, the same shape, latched in the same way?',
    same: 'the same plug',
    other: 'another plug',
    against: 'Held beside the old one it has another plug.',
  },
  'battery-wires': {
    ask: 'Hold both plugs the same way up: do the wires run in the same order of colours?',
    same: 'the same order',
    other: 'another order',
    against:
      'The wires run in another order than those of the old one: plugged in, it would burn the board. Do not swap wires.',
  },
  'wireless-notch': {
    ask: 'Hold the new card against the socket: does its notch meet the rib?',
    same: 'it meets',
    other: 'it does not',
    against: 'Held against the socket, its notch does not meet the rib.',
  },
  'wireless-leads': {
    ask: 'Count the antenna leads at the socket: one for each snap of the new card?',
    same: 'one for each',
    other: 'fewer',
    against: 'There are fewer antenna leads than snaps.',
  },
} as const;
export type BesideKey = keyof typeof BESIDE;

/** Answers by what was compared, of one part at one place: `same` or `other`. */
export type Beside = Readonly<Record<string, unknown>>;

export const isBeside = (key: string, answer: unknown): answer is 'same' | 'other' =>
  key in BESIDE && (answer === 'same' || answer === 'other');

/** `battery plug: the same plug`; null: nothing that is compared. */
export function sayBeside(key: string, answer: string): string | null {
  const one = (BESIDE as Readonly<Record<string, (typeof BESIDE)[BesideKey]>>)[key];
  return one ? `${key.replace('-', ' ')}: ${answer === 'same' ? one.same : one.other}` : null;
}

/** Where looks at a part at its place are kept, beside those at slots. */
export const besideAt = (placeId: string, partId: string): string => `${placeId}/${partId}`;

const settles = (key: BesideKey): Settles => ({
  of: 'part',
  key,
  ask: BESIDE[key].ask,
  choices: [
    { value: 'same', say: BESIDE[key].same },
    { value: 'other', say: BESIDE[key].other },
  ],
});

/**
 * By an eye that had both in sight, before any figure of either; where neither figure nor eye says it, it is
 * asked for. `same`: what an eye that found them alike lets stand.
 */
export function beside(
  seen: Beside,
  key: BesideKey,
  told: { readonly have: string | null; readonly need: string | null },
  same: () => Check,
  byFigures: (() => Check) | null,
): Check {
  const [have, need] = [told.have ?? 'not read', told.need ?? 'not noted'];
  if (seen[key] === 'other') return no(() => ({ have, need, sentence: BESIDE[key].against }));
  if (seen[key] === 'same') return same();
  return (
    byFigures?.() ??
    unknown(() => ({ have, need, sentence: `Cannot say yet. ${BESIDE[key].ask}`, settles: settles(key) }))
  );
}
