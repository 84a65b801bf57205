import * as z from 'zod';
import type { DataStake } from '../diagnose/index.js';
import type { JobState } from './state.js';

/** What would be lost with the data, as somebody chose it. Never read out of words. */
export const DataStakeSchema = z.enum(['none', 'copied', 'irreplaceable', 'unknown']);

/** What was said of it at Diagnose, else at the counter; `unknown` until somebody answered, and then treated as irreplaceable. */
export const stakeOf = (job: Pick<JobState, 'stake' | 'intake'>): DataStake => job.stake ?? job.intake.stake;
