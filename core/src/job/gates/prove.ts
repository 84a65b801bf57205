import { LEAD } from '../shape/actor.js';
import { BASELINE_CHECKS } from '../shape/baseline.js';
import { unpluggedChecks } from '../reading/unplugged.js';
import { verdictOfSpeed } from '../reading/verdict-of-speed.js';
import { must, should, type Gate } from './gate.js';

/**
 * What worked at intake works again; what nobody tried then is no promise now. And what it was is said, so
 * that the next diagnosis knows.
 */
export const prove: Gate = (job) => {
  const missing = [];
  if (!job.cured) {
    if (!job.proved) missing.push(must('proved', {}));
    else if (!job.proved.listed || !job.proved.right)
      missing.push(should('proved-wrong', {}, { found: job.proved.sentence }));
    const speed = verdictOfSpeed(job);
    if (!speed) missing.push(should('speed', {}));
    else if (speed.outcome === 'low' || speed.outcome === 'high')
      missing.push(should('speed-wrong', {}, { found: speed.sentence }));
  }
  for (const { id, say, rechecked: found } of unpluggedChecks(job)) {
    const again = found?.result;
    if (again === undefined || again === 'not-tried')
      missing.push(should('unplugged', { about: id }, { what: say }));
    else if (again === 'faulty') missing.push(should('unplugged-fault', { about: id }, { what: say }));
  }
  if (job.companions.some((one) => one.kind === 'memory' && one.outcome === 'works') && !job.memoryShown)
    missing.push(should('memory', {}));
  for (const { id, say } of BASELINE_CHECKS) {
    if (job.intake.baseline[id] !== 'works') continue;
    const after = job.after[id]?.result;
    if (after === undefined || after === 'not-tried')
      missing.push(should('baseline', { about: id, by: LEAD }, { what: say }));
    else if (after === 'faulty') missing.push(should('baseline-fault', { about: id }, { what: say }));
  }
  if (job.conclusion && !job.confirmed) missing.push(must('confirmed', {}));
  if (job.intake.comebackOf && !job.comebackReason) missing.push(must('comeback', {}));
  return missing;
};
