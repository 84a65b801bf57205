import type { OpeningChange, OpeningKind } from './case.js';

/** How a kind of change fails at its first start (chances: common practice, no source). */
interface Failing {
  /** That it does not work. */
  readonly chance: number;
  /** Of those, how often the machine hangs or stays dark, so that nobody sees which change it was. */
  readonly hangs: number;
}
const FAILING: Readonly<Record<OpeningKind, Failing>> = {
  'replace-drive': { chance: 0.06, hangs: 0.25 },
  'add-drive': { chance: 0.05, hangs: 0.2 },
  'move-drive': { chance: 0.04, hangs: 0.2 },
  'take-out-drive': { chance: 0.01, hangs: 0.5 },
  'leave-unplugged': { chance: 0.01, hangs: 0.5 },
  memory: { chance: 0.08, hangs: 0.7 },
  battery: { chance: 0.03, hangs: 0.3 },
  wireless: { chance: 0.05, hangs: 0.3 },
  cooling: { chance: 0.02, hangs: 0.2 },
  look: { chance: 0, hangs: 0 },
};

/** What one more start costs, min. */
export interface RoundCosts {
  /** Put back, start, take out again. */
  readonly startMinutes: number;
  /** One change out again, to see whether it was that one. */
  readonly takeBackMinutes: number;
}

export interface Rounds {
  readonly rounds: readonly (readonly OpeningChange[])[];
  /** Expected minutes of starts and of finding out, of this partition and of all at once. */
  readonly minutes: number;
  readonly atOnceMinutes: number;
}

type Together = readonly (readonly [string, string])[];

/** Exactly up to so many; beyond, those that may hang go one by one, the rest together. */
export const MOST_EXACT = 6;

/**
 * Which changes are tried by one start: the partition with the fewest expected minutes. A round costs its
 * start; where it hangs and more than one of its changes could be it, they are taken out one after the other.
 *
 * @param together pairs of changes that one start has to try.
 */
export function roundsOf(
  changes: readonly OpeningChange[],
  costs: RoundCosts,
  oneAtATime: boolean,
  together: Together = [],
): Rounds {
  const atOnceMinutes = costOf(changes, costs);
  if (oneAtATime)
    return {
      ...joined(
        changes.map((one) => [one]),
        together,
        costs,
      ),
      atOnceMinutes,
    };
  if (changes.length > MOST_EXACT) {
    const alone = changes.filter((one) => hangChance(one) > 0.04);
    const rest = changes.filter((one) => !alone.includes(one));
    const rounds = [...(rest.length > 0 ? [rest] : []), ...alone.map((one) => [one])];
    return { ...joined(rounds, together, costs), atOnceMinutes };
  }
  return { ...partition(changes, costs, together), atOnceMinutes };
}

/** Rounds as they are, those that have to be tried together made one. */
function joined(
  rounds: readonly (readonly OpeningChange[])[],
  together: Together,
  costs: RoundCosts,
): { rounds: OpeningChange[][]; minutes: number } {
  let all = rounds.map((one) => [...one]);
  for (const pair of together) {
    const one = all.filter((round) => round.some(({ id }) => pair.includes(id)));
    if (one.length > 1) all = [...all.filter((round) => !one.includes(round)), one.flat()];
  }
  return { rounds: all, minutes: all.reduce((sum, one) => sum + costOf(one, costs), 0) };
}

/** Whether a round holds one of a pair and not the other. */
const parts = (round: readonly OpeningChange[], together: Together): boolean =>
  together.some((pair) => pair.filter((id) => round.some((one) => one.id === id)).length === 1);

/** By the subsets of what is left, each with the first that is left in it: every partition is met once. */
function partition(
  changes: readonly OpeningChange[],
  costs: RoundCosts,
  together: Together,
): { rounds: OpeningChange[][]; minutes: number } {
  const all = (1 << changes.length) - 1;
  const of = (mask: number): OpeningChange[] => changes.filter((_, at) => (mask & (1 << at)) !== 0);
  const known = new Map<number, { rounds: OpeningChange[][]; minutes: number }>([
    [0, { rounds: [], minutes: 0 }],
  ]);
  const solve = (left: number): { rounds: OpeningChange[][]; minutes: number } => {
    const before = known.get(left);
    if (before) return before;
    const first = left & -left;
    let best: { rounds: OpeningChange[][]; minutes: number } | null = null;
    // The whole of what is left first: of two that cost the same, the fewer rounds are kept.
    for (let part = left; part > 0; part = (part - 1) & left) {
      if ((part & first) === 0 || parts(of(part), together)) continue;
      const rest = solve(left & ~part);
      const minutes = costOf(of(part), costs) + rest.minutes;
      if (best === null || minutes < best.minutes - 1e-9)
        best = { rounds: [of(part), ...rest.rounds], minutes };
    }
    const found = best ?? { rounds: [], minutes: 0 };
    known.set(left, found);
    return found;
  };
  return solve(all);
}

const hangChance = ({ kind, failChance }: OpeningChange): number =>
  (failChance ?? FAILING[kind].chance) * FAILING[kind].hangs;

function costOf(round: readonly OpeningChange[], { startMinutes, takeBackMinutes }: RoundCosts): number {
  const suspects = round.filter((one) => hangChance(one) > 0);
  const hangs = 1 - suspects.reduce((none, one) => none * (1 - hangChance(one)), 1);
  // One after the other out again, each with a start: half of them on the mean, the last needs none.
  const finding =
    suspects.length < 2 ? 0 : ((suspects.length - 1) * (startMinutes + takeBackMinutes)) / 2 + startMinutes;
  return startMinutes + hangs * finding;
}

/** Changes that one start has to try: a copy, and that the drive it was made from goes out. */
export const together = (changes: readonly OpeningChange[]): (readonly [string, string])[] =>
  changes.flatMap(({ id, place, copyOf }) =>
    copyOf === undefined || copyOf === place
      ? []
      : changes
          .filter((other) => other.place === copyOf && other.id !== id)
          .map((other) => [id, other.id] as const),
  );

/** Why so many starts, with minutes and chances. */
export function sayRounds({ rounds, minutes, atOnceMinutes }: Rounds, oneAtATime: boolean): string {
  if (oneAtATime) return 'This workshop tries one change at a time.';
  if (rounds.length === 1)
    return 'All are tried by one start: finding out which failed would cost less than more starts.';
  return `Tried in ${rounds.length} rounds: ${Math.round(minutes)} min expected, ${Math.round(atOnceMinutes)} min with all at once, since one that hangs could not be told from another.`;
}
