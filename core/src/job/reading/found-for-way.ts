import type { MachineModel } from '../../hardware/index.js';
import type { AsFound } from '../../opening/index.js';
import type { Policy } from '../../teardown/index.js';
import type { JobState } from '../shape/state.js';
import { placesOfJob, slotsOfJob } from './place-of.js';
import { seatedIn } from './as-found.js';

/** What the planner of openings is told of this machine: its places as they were found on this job. */
export function foundForWay(model: MachineModel, job: JobState, policy: Policy): AsFound {
  const slots = slotsOfJob(model, job);
  const known = placesOfJob(model, job).flatMap((place) => {
    const found = job.found[place.id];
    if (slots.some(({ id }) => id === place.id)) return [];
    if (place.kind === 'memory') {
      const { is } = seatedIn(place, found);
      return is === 'not-known'
        ? []
        : [[place.id, is === 'empty' ? ('empty' as const) : ('as-guide' as const)] as const];
    }
    return found?.is === 'empty' ? [[place.id, 'empty' as const] as const] : [];
  });
  return { policy, slots, found: Object.fromEntries(known) };
}
