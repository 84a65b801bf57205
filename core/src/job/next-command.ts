import type { JobCommand } from './commands/index.js';
import type { JobState } from './shape/state.js';
import { countOf, currentStep, nextThing } from './reading/walk.js';

/**
 * The command that "Done" gives at the step at hand: one thing counted, or with `rest` all that are left of
 * that kind; the start of a wait; or the step itself where it moves nothing. Null at the end of the way.
 */
export function nextTick(job: JobState, rest: boolean): JobCommand | null {
  const here = currentStep(job);
  if (!here) return null;
  const { step } = here;
  if (step.waitSeconds !== null && !job.way?.waits[step.id]) return { type: 'start-wait', stepId: step.id };
  const next = nextThing(here);
  if (!next) return { type: 'tick', stepId: step.id, key: null, from: 0, count: 1 };
  const count = rest ? countOf(next.thing) - next.moved : 1;
  return { type: 'tick', stepId: step.id, key: next.thing.key, from: next.moved, count };
}
