import type { MachineModel } from '../../hardware/index.js';
import { buildOpening } from '../../opening/index.js';
import type { Policy } from '../../teardown/index.js';
import type { HandsOn } from '../../quote/index.js';
import type { JobState } from '../shape/state.js';
import { mainDrive } from './changes.js';
import { foundForWay } from './found-for-way.js';
import { slotsOfJob } from './place-of.js';
import { targetsOf } from './targets.js';

/**
 * Minutes of hands beside the machine itself (common practice, no source; replaced by measured ones as jobs
 * finish). `none`: no drive goes in.
 */
const DATA = { replace: 20, add: 5, none: 0 } as const;
const SET_UP = { replace: 20, add: 10, none: 5 } as const;
const PROVE = { replace: 15, add: 15, none: 10 } as const;
/** For places without a way in their guide. */
const UNKNOWN_WAY = 40;

/** Minutes of hands that the job's changes take, from the planned way and what is usual besides. */
export function handsOn(
  model: MachineModel,
  job: JobState,
  plan: JobState['need']['plan'],
  policy: Policy,
): HandsOn {
  const targets = targetsOf(model, job).filter((one) => (one.place.reach ?? []).length > 0);
  const way = targets.length > 0 ? buildOpening(model, targets, foundForWay(model, job, policy)) : null;
  const kind = kindOf(model, job, plan);
  return {
    way: way?.ok ? Math.round(way.steps.reduce((sum, step) => sum + step.minutes, 0)) : UNKNOWN_WAY,
    data: DATA[kind],
    setUp: SET_UP[kind],
    prove: PROVE[kind],
  };
}

/** Beside a drive that stays in its place, one is added; nothing goes across. */
function kindOf(model: MachineModel, job: JobState, plan: JobState['need']['plan']): keyof typeof DATA {
  const main = mainDrive(job);
  if (!main) return 'none';
  if (main.kind !== 'add-drive') return plan;
  const touched = new Set(job.changes.map((one) => one.placeId));
  const stays = slotsOfJob(model, job).some((one) => one.fitted !== null && !touched.has(one.id));
  return stays ? 'add' : plan;
}
