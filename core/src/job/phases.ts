import * as z from 'zod';

/** The job in the order people do it. A phase is added here, with its gate in `gates/` and its screen in web. */
export const PHASES = [
  'intake',
  'diagnose',
  'match',
  'agree',
  'safeguard',
  'way-in',
  'swap',
  'try',
  'way-out',
  'set-up',
  'prove',
  'hand-over',
] as const;
export const PhaseSchema = z.enum(PHASES);
export type Phase = z.infer<typeof PhaseSchema>;

export const SAY_PHASE: Record<Phase, string> = {
  intake: 'Intake',
  diagnose: 'Diagnose',
  match: 'Match',
  agree: 'Agree',
  safeguard: 'Safeguard',
  'way-in': 'Way in',
  swap: 'Swap',
  try: 'Try',
  'way-out': 'Way out',
  'set-up': 'Set up',
  prove: 'Prove',
  'hand-over': 'Hand over',
};

export const phaseIndex = (phase: Phase): number => PHASES.indexOf(phase);

/** True when `phase` comes before `other` in the job. */
export const isBefore = (phase: Phase, other: Phase): boolean => phaseIndex(phase) < phaseIndex(other);

/** What decides which parts this job has: a visit to look has no swap; a workshop may close a machine before it is tried. */
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
