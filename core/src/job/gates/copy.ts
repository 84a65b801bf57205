import { isCopyOwed } from '../reading/copies.js';
import type { JobState } from '../shape/state.js';
import { should, type Missing } from './gate.js';

/** What was planned has to be on record, or given up by somebody who says why. */
export const copyOpen = (job: JobState): Missing[] =>
  isCopyOwed(job) ? [should('copy', { at: 'safeguard' })] : [];
