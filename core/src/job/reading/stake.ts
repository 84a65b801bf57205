import type { DataStake } from '../../diagnose/index.js';
import type { JobState } from '../shape/state.js';

/**
 * What was said of it at Diagnose, else at the counter; `unknown` until somebody answered, and then treated
 * as irreplaceable.
 */
export const stakeOf = (job: Pick<JobState, 'stake' | 'intake'>): DataStake => job.stake ?? job.intake.stake;
