import { sure } from '../../units/index.js';
import { isBefore } from '../shape/phases.js';
import type { JobState } from '../shape/state.js';

/** What was planned has gone in: the swap is behind. */
export const isFitted = (job: Pick<JobState, 'changes' | 'phase' | 'way' | 'endedEarly'>): boolean =>
  job.changes.some((one) => one.fitted === null) &&
  (job.endedEarly
    ? (job.way?.ticks ?? []).some((tick) =>
        sure(job.way).steps.some((step) => step.id === tick.stepId && step.leg === 'swap'),
      )
    : isBefore('swap', job.phase) && (job.way?.scouting ?? null) === null);
