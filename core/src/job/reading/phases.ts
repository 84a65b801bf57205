import { lastRound } from './rounds.js';
import { PHASES, type Phase, phaseIndex } from '../shape/phases.js';

/**
 * What decides which parts this job has: a visit to look has no swap; a workshop may close a machine before
 * it is tried.
 */
interface HasCourse {
  readonly phase: Phase;
  readonly way: {
    readonly scouting: object | null;
    readonly tryBeforeClosing: boolean;
    readonly rounds: readonly (readonly string[])[];
    readonly round: number;
  } | null;
}

const LEFT_OUT = (way: HasCourse['way']): readonly Phase[] => [
  ...(way?.scouting ? (['swap', 'try'] as const) : []),
  ...(way && !way.tryBeforeClosing ? (['try'] as const) : []),
];

/** Another start is planned after the one that is tried: back to the places first. */
export const hasMoreRounds = ({ phase, way }: HasCourse): boolean =>
  phase === 'try' && way !== null && way.round < lastRound(way);

/** The part that comes after the one the job is at; undefined at the last. */
export const phaseAfter = (job: HasCourse): Phase | undefined => (hasMoreRounds(job) ? 'swap' : next(job));

const next = ({ phase, way }: HasCourse): Phase | undefined =>
  PHASES.slice(phaseIndex(phase) + 1).find((one) => !LEFT_OUT(way).includes(one));

/** The part before; the first has itself. */
export const phaseBefore = ({ phase, way }: HasCourse): Phase =>
  PHASES.slice(0, phaseIndex(phase))
    .reverse()
    .find((one) => !LEFT_OUT(way).includes(one)) ?? phase;
