import * as z from 'zod';

/**
 * The job in the order people do it. A phase is added here, with its gate in `gates/` and its screen in web.
 */
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
