import { sure } from '../../units/index.js';
import { isBefore } from '../shape/phases.js';
import type { JobState } from '../shape/state.js';

/** The new drive has gone in: the swap is behind. */
export const isFitted = (job: Pick<JobState, 'choice' | 'phase' | 'way' | 'endedEarly'>): boolean =>
  job.choice !== null &&
  (job.endedEarly
    ? (job.way?.ticks ?? []).some((tick) =>
        sure(job.way).steps.some((step) => step.id === tick.stepId && step.leg === 'swap'),
      )
    : isBefore('swap', job.phase) && (job.way?.scouting ?? null) === null);
