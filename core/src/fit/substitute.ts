import { type BehindHole, type Screw } from '../hardware/index.js';
import { COARSE_PITCH_MM, LEAST_TURNS } from '../standards/index.js';
import { sayMm } from '../units/index.js';

/** The hole that a screw came out of. Lengths in mm. */
export interface ScrewHole {
  /** The screw that the maker put there: its length is safe here, its head has its seat. */
  readonly own: Screw;
  /** From the seat of the head to what a longer screw would meet; null: nobody measured. */
  readonly depthMm: number | null;
  readonly behind: BehindHole | null;
}

/** What somebody measured or saw of another screw in that hole; null: nobody looked. */
export interface SeenInHole {
  readonly depthMm: number | null;
  /** Turns by hand from the first bite until the head sits. */
  readonly turns: number | null;
  readonly headSits: boolean | null;
}
export const NOTHING_SEEN: SeenInHole = { depthMm: null, turns: null, headSits: null };

/** What has to be looked at before another screw may go in. */
export type AskOfHole = keyof SeenInHole;

export interface SubstituteVerdict {
  readonly verdict: 'fits' | 'unknown' | 'no';
  /** Set where it is `unknown`: what settles it. */
  readonly ask: AskOfHole | null;
  readonly sentence: string;
}

/**
 * Another screw in the hole of one that is lost, lent or worn: whether it bites (`LEAST_TURNS` of pitch, ISO
 * 261) and where it ends. How much of the maker's own screw lies in the thread is not known, so a shorter one
 * is counted by hand and a longer one wants the depth of the hole.
 *
 * @example
 * ```ts
 * import { judgeSubstitute, NOTHING_SEEN } from '@petrichor/core/fit';
 * const own = { thread: 'M2', lengthMm: 5, head: 'pan', bit: 'PH0', form: 'machine' };
 * const hole = { own, depthMm: null, behind: null };
 * judgeSubstitute(hole, { ...own, lengthMm: 6 }, NOTHING_SEEN).ask; // 'depthMm'
 * ```
 */
export function judgeSubstitute(hole: ScrewHole, screw: Screw, seen: SeenInHole): SubstituteVerdict {
  return (
    threadAgainst(hole, screw) ??
    lengthAgainst(hole, screw, seen) ??
    headAgainst(hole, screw, seen) ?? {
      verdict: 'fits',
      ask: null,
      sentence: sayHolds(hole, screw, seen),
    }
  );
}

type Against = SubstituteVerdict | null;
const no = (sentence: string): SubstituteVerdict => ({ verdict: 'no', ask: null, sentence });
const asks = (ask: AskOfHole, sentence: string): SubstituteVerdict => ({ verdict: 'unknown', ask, sentence });

function threadAgainst({ own }: ScrewHole, screw: Screw): Against {
  if (screw.thread !== own.thread)
    return no(`${screw.thread} does not go into ${own.thread}: it would jam or strip.`);
  if (screw.form === own.form) return null;
  return no(
    own.form === 'machine'
      ? 'It cuts its own thread: for plastic, not for this hole.'
      : 'The boss is plastic: it wants a thread-forming screw.',
  );
}

function lengthAgainst(hole: ScrewHole, screw: Screw, seen: SeenInHole): Against {
  const { own, behind } = hole;
  const beyond = screw.lengthMm - own.lengthMm;
  if (beyond > 0) {
    const depth = seen.depthMm ?? hole.depthMm;
    if (depth === null)
      return asks(
        'depthMm',
        `Reaches ${sayMm(beyond)} mm deeper than its own: measure how deep the hole is.`,
      );
    return screw.lengthMm > depth
      ? no(`Too long by ${sayMm(screw.lengthMm - depth)} mm: it meets ${SAY_BEHIND[behind ?? 'nothing']}.`)
      : null;
  }
  if (beyond === 0) return null;
  const pitch = COARSE_PITCH_MM[screw.thread];
  if (screw.lengthMm < LEAST_TURNS * pitch)
    return no(`Too short: it cannot hold the ${LEAST_TURNS} turns that are the least.`);
  if (seen.turns === null)
    return asks(
      'turns',
      `Holds ${sayMm(-beyond / pitch)} turns fewer than its own: turn it in by hand and count, ${LEAST_TURNS} are the least.`,
    );
  return seen.turns < LEAST_TURNS
    ? no(`Too short: ${sayMm(seen.turns)} turns hold, ${LEAST_TURNS} are the least.`)
    : null;
}

function headAgainst({ own }: ScrewHole, screw: Screw, { headSits }: SeenInHole): Against {
  if ((own.head === 'flat') !== (screw.head === 'flat'))
    return no(
      own.head === 'flat'
        ? 'The hole is countersunk: another head would stand out.'
        : 'A flat head is made for a countersink; here it would spread the hole.',
    );
  if (headSits === false) return no('Its head does not sit in the seat of this hole.');
  return headSits === true || noLarger(screw, own)
    ? null
    : asks('headSits', 'Lay it in: does its head sit flat in its seat, and no prouder than the others?');
}

/** Both were measured, and it is no wider and no higher. */
const noLarger = (screw: Screw, own: Screw): boolean =>
  isAtMost(screw.headDiameterMm, own.headDiameterMm) && isAtMost(screw.headHeightMm, own.headHeightMm);
const isAtMost = (mm: number | null, most: number | null): boolean =>
  mm !== null && most !== null && mm <= most;

function sayHolds({ own, depthMm }: ScrewHole, screw: Screw, seen: SeenInHole): string {
  if (screw.lengthMm < own.lengthMm) return `${sayMm(seen.turns ?? 0)} turns hold, counted by hand.`;
  const depth = seen.depthMm ?? depthMm;
  if (screw.lengthMm > own.lengthMm && depth !== null)
    return `It ends ${sayMm(depth - screw.lengthMm)} mm before what lies beneath.`;
  return 'As long as its own, same thread.';
}

const SAY_BEHIND: Record<BehindHole, string> = {
  nothing: 'the ground of the hole',
  cover: 'the cover and marks it',
  'palm-rest': 'the palm rest and bumps it',
  glass: 'the glass',
  board: 'the board',
  battery: 'the battery',
};
