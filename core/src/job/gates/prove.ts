import type { JobState } from '../shape/state.js';
import { LEAD } from '../shape/actor.js';
import { BASELINE_CHECKS } from '../shape/baseline.js';
import { unpluggedChecks } from '../reading/unplugged.js';
import { verdictOfSpeed } from '../reading/verdict-of-speed.js';
import { must, should, type Gate, type Missing } from './gate.js';
import { changesOpen } from './try.js';
import { isWish } from '../reading/wishes.js';
import { fittedAlone, mainDrive } from '../reading/changes.js';

/**
 * What worked at intake works again; what nobody tried then is no promise now. And what it was is said, so
 * that the next diagnosis knows.
 */
export const prove: Gate = (job) => {
  const missing = job.cured || !mainDrive(job) ? [] : driveOpen(job);
  for (const { id, say, rechecked: found } of unpluggedChecks(job)) {
    const again = found?.result;
    if (again === undefined || again === 'not-tried')
      missing.push(should('unplugged', { about: id }, { what: say }));
    else if (again === 'faulty') missing.push(should('unplugged-fault', { about: id }, { what: say }));
  }
  if (!job.cured) missing.push(...changesOpen(job, 'closed'));
  missing.push(...memoryOpen(job), ...baselineOpen(job));
  if (job.conclusion && !job.confirmed && !isWish(job)) missing.push(must('confirmed', {}));
  if (job.intake.comebackOf && !job.comebackReason) missing.push(must('comeback', {}));
  return missing;
};

/** Modules that went in by themselves, outside of any way: they show here alone. */
const memoryOpen = (job: JobState): Missing[] =>
  !job.memoryShown && fittedAlone(job).some((one) => one.kind === 'memory' && one.judged?.outcome === 'works')
    ? [should('memory', {})]
    : [];

/** The new drive, as firmware lists it and as it reads. */
function driveOpen(job: JobState): Missing[] {
  const missing = [];
  if (!job.proved) missing.push(must('proved', {}));
  else if (!job.proved.listed || !job.proved.right)
    missing.push(should('proved-wrong', {}, { found: job.proved.sentence }));
  const speed = verdictOfSpeed(job);
  if (!speed) missing.push(should('speed', {}));
  else if (speed.outcome === 'low' || speed.outcome === 'high')
    missing.push(should('speed-wrong', {}, { found: speed.sentence }));
  return missing;
}

/** What the counter saw work. */
function baselineOpen({ intake, after }: JobState): Missing[] {
  const missing = [];
  for (const { id, say } of BASELINE_CHECKS) {
    if (intake.baseline[id] !== 'works') continue;
    const again = after[id]?.result;
    if (again === undefined || again === 'not-tried')
      missing.push(should('baseline', { about: id, by: LEAD }, { what: say }));
    else if (again === 'faulty') missing.push(should('baseline-fault', { about: id }, { what: say }));
  }
  return missing;
}
