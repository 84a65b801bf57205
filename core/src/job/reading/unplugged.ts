import type { WayStep } from '../../teardown/index.js';
import type { JobState } from '../shape/state.js';

/** Something that was unplugged or taken off on this job, and has to be seen to work again. */
export interface UnpluggedCheck {
  readonly id: string;
  readonly say: string;
  /** How often it was unplugged: twice after a visit to look. */
  readonly step: string;
}

/**
 * The checklist of Prove that this job made for itself: every lead that was unplugged on the way in, once, in the
 * order it came off. Mains and battery show by themselves: their steps have that role.
 */
export function unpluggedChecks(job: Pick<JobState, 'way'>): UnpluggedCheck[] {
  const seen = new Map<string, UnpluggedCheck>();
  for (const step of job.way?.steps ?? []) {
    if (step.leg !== 'in' || roleOf(job, step) !== null) continue;
    for (const thing of step.moves) {
      if (thing.kind !== 'lead') continue;
      if (!seen.has(thing.label))
        seen.set(thing.label, { id: thing.label, say: thing.label.charAt(0).toUpperCase() + thing.label.slice(1), step: step.short });
    }
  }
  return [...seen.values()];
}

/** Ways of before roles were kept on their steps: as their guide has it. */
const roleOf = ({ way }: Pick<JobState, 'way'>, step: WayStep): WayStep['role'] =>
  step.role ?? way?.guide?.operations.find((one) => one.id === step.operationId)?.role ?? null;
