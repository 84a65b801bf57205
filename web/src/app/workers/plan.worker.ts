import {
  planStepwise,
  type Plan,
  type PlanFault,
  type PlanInput,
  type SearchProgress,
} from '@petrichor/core/teardown';
import { expose } from 'comlink';

/** How often the screen is told, ms. */
const TELL_EVERY_MS = 80;

/** Plans a way beside the screen and tells how far it is; who does not wait any more ends the worker. */
function plan(input: PlanInput, told: (progress: SearchProgress) => void): Plan | PlanFault {
  const planning = planStepwise(input);
  let next = performance.now() + TELL_EVERY_MS;
  let step = planning.next();
  while (!step.done) {
    if (performance.now() > next) {
      told(step.value);
      next = performance.now() + TELL_EVERY_MS;
    }
    step = planning.next();
  }
  return step.value;
}

const work = { plan };
export type PlanWork = typeof work;

expose(work);
