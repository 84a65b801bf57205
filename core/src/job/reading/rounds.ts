import { FIRST_CHANGE, type Change } from '../shape/change.js';
import type { Phase } from '../shape/phases.js';
import { isBefore } from '../shape/phases.js';
import type { JobState } from '../shape/state.js';

type Way = {
  readonly rounds: readonly (readonly string[])[];
  readonly round: number;
  readonly scouting: object | null;
} | null;

/** How many starts this opening has before it is closed: one, where nobody planned more. */
export const lastRound = (way: Pick<NonNullable<Way>, 'rounds'> | null): number =>
  Math.max(1, way?.rounds.length ?? 1);

/** The start that a change is tried by. What no round names, as of before there were any: the first. */
export function roundOf(way: Pick<NonNullable<Way>, 'rounds'> | null, { id }: Pick<Change, 'id'>): number {
  const own = id === FIRST_CHANGE ? '' : id;
  const at = (way?.rounds ?? []).findIndex((round) => round.includes(own) || round.includes(id));
  return at < 0 ? 1 : at + 1;
}

/** How many rounds' things are in by now. */
export function roundsIn({ phase, way }: { readonly phase: Phase; readonly way: Way }): number {
  if (way?.scouting) return 0;
  if (phase === 'swap') return (way?.round ?? 1) - 1;
  if (phase === 'try') return way?.round ?? 1;
  return isBefore('swap', phase) ? lastRound(way) : 0;
}

/** Whether the start at hand tries this change: later ones are not in yet, earlier ones were tried. */
export const isTriedNow = (job: Pick<JobState, 'phase' | 'way'>, change: Pick<Change, 'id'>): boolean =>
  job.phase !== 'try' || roundOf(job.way, change) === (job.way?.round ?? 1);
