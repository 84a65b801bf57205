import { LEAD } from '../shape/actor.js';
import { mainDrive } from '../reading/changes.js';
import type { JobState } from '../shape/state.js';
import { copyOpen } from './copy.js';
import { should, type Gate, type Missing } from './gate.js';

/**
 * Named with a trailing word because `try` belongs to the language. What was to be copied is asked for before
 * it is closed.
 */
export const tryOut: Gate = (job) => [...shown(job), ...copyOpen(job)];

function shown(job: JobState): Missing[] {
  if (!mainDrive(job)) return [];
  const { tried } = job;
  if (!tried) return [should('tried', { by: LEAD })];
  return tried.listed && tried.right ? [] : [should('not-right', {}, { found: tried.sentence })];
}
