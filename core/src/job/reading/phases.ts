import { PHASES, type Phase, phaseIndex } from '../shape/phases.js';

/**
 * What decides which parts this job has: a visit to look has no swap; a workshop may close a machine before
 * it is tried.
 */
interface HasCourse {
  readonly phase: Phase;
  readonly way: { readonly scouting: object | null; readonly tryBeforeClosing: boolean } | null;
}

const LEFT_OUT = (way: HasCourse['way']): readonly Phase[] => [
  ...(way?.scouting ? (['swap', 'try'] as const) : []),
  ...(way && !way.tryBeforeClosing ? (['try'] as const) : []),
];

/** The part that comes after the one the job is at; undefined at the last. */
export const phaseAfter = ({ phase, way }: HasCourse): Phase | undefined =>
  PHASES.slice(phaseIndex(phase) + 1).find((one) => !LEFT_OUT(way).includes(one));

/** The part before; the first has itself. */
export const phaseBefore = ({ phase, way }: HasCourse): Phase =>
  PHASES.slice(0, phaseIndex(phase))
    .reverse()
    .find((one) => !LEFT_OUT(way).includes(one)) ?? phase;
