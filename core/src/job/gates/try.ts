import { LEAD } from '../shape/actor.js';
import { mainDrive } from '../reading/changes.js';
import { labelOfChange, othersToBeShown, proofOf } from '../reading/expects.js';
import { hasMoreRounds } from '../reading/phases.js';
import { isTriedNow } from '../reading/rounds.js';
import type { ChangeKind } from '../shape/change.js';
import type { ShownWhen } from '../shape/shown.js';
import type { JobState } from '../shape/state.js';
import { copyOpen } from './copy.js';
import { should, type Gate, type Missing } from './gate.js';

/**
 * Named with a trailing word because `try` belongs to the language. What was to be copied is asked for before
 * it is closed.
 */
export const tryOut: Gate = (job) => [
  ...shown(job),
  ...changesOpen(job, 'start'),
  // After another start it is open all the same.
  ...(hasMoreRounds(job) ? [] : copyOpen(job)),
];

/** Kinds after which a drive is not to be listed any more. */
const GONE: ReadonlySet<ChangeKind> = new Set(['take-out-drive', 'leave-unplugged']);

/** What else was changed, each for itself: not looked at yet, or not as it should be. */
export const changesOpen = (job: JobState, when: ShownWhen): Missing[] =>
  othersToBeShown(job)
    .filter((change) => isTriedNow(job, change))
    .flatMap((change) => {
      const told = proofOf(job, change.id)[when];
      if (told?.right) return [];
      const facts = {
        label: labelOfChange(change),
        found: told?.sentence ?? null,
        gone: GONE.has(change.kind),
      };
      return [should('change-shown', { about: change.id }, facts)];
    });

function shown(job: JobState): Missing[] {
  const main = mainDrive(job);
  if (!main || !isTriedNow(job, main.change)) return [];
  const { tried } = job;
  if (!tried) return [should('tried', { by: LEAD })];
  return tried.listed && tried.right ? [] : [should('not-right', {}, { found: tried.sentence })];
}
