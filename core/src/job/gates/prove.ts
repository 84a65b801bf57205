import { LEAD } from '../shape/actor.js';
import { BASELINE_CHECKS } from '../shape/baseline.js';
import { unpluggedChecks } from '../reading/unplugged.js';
import { verdictOfSpeed } from '../reading/verdict-of-speed.js';
import { must, should, type Gate } from './gate.js';

/** What worked at intake works again; what nobody tried then is no promise now. And what it was is said, so that the next diagnosis knows. */
export const prove: Gate = (job) => {
  const missing = [];
  if (!job.cured) {
    if (!job.proved) missing.push(must('proved', 'Say whether the system lists the drive, and at what size.'));
    else if (!job.proved.listed || !job.proved.right) missing.push(should('proved-wrong', job.proved.sentence));
    const speed = verdictOfSpeed(job);
    if (!speed) missing.push(should('speed', 'The new drive’s speed was not measured.'));
    else if (speed.outcome === 'low' || speed.outcome === 'high') missing.push(should('speed-wrong', speed.sentence));
  }
  for (const { id, say, found } of unpluggedChecks(job)) {
    const again = found?.result;
    if (again === undefined || again === 'not-tried') missing.push(should(`unplugged:${id}`, `${say} was unplugged: see that it works.`));
    else if (again === 'faulty') missing.push(should(`unplugged-fault:${id}`, `${say} was unplugged and does not work now.`));
  }
  if (job.companions.some((one) => one.kind === 'memory' && one.outcome === 'works') && !job.memoryShown)
    missing.push(should('memory', 'Memory was changed: read how much the system shows, and at what speed.'));
  for (const { id, say } of BASELINE_CHECKS) {
    if (job.intake.baseline[id] !== 'works') continue;
    const after = job.after[id]?.result;
    if (after === undefined || after === 'not-tried')
      missing.push(should(`baseline:${id}`, `${say} worked at intake: try it again.`, LEAD));
    else if (after === 'faulty') missing.push(should(`baseline-fault:${id}`, `${say} worked at intake and does not now.`));
  }
  if (job.conclusion && !job.confirmed) missing.push(must('confirmed', 'Say whether it was what you concluded.'));
  if (job.intake.comebackOf && !job.comebackReason)
    missing.push(must('comeback', 'Say why it came back: diagnosis and guide learn from it.'));
  return missing;
};
