import type { MachineModel, Slot } from '../../hardware/index.js';
import type { Extra } from '../../fit/index.js';
import { buildWay, type Policy } from '../../teardown/index.js';
import type { HandsOn } from '../../quote/index.js';
import type { JobState } from '../shape/state.js';

/**
 * Minutes of hands beside the machine itself (common practice, no source; replaced by measured ones as jobs
 * finish).
 */
const DATA = { replace: 20, add: 5 } as const;
const SET_UP = { replace: 20, add: 10 } as const;
const PROVE = 15;
/** For a slot without a way in its guide. */
const UNKNOWN_WAY = 40;

/** Minutes of hands that a repair in this slot takes, from the planned way and what is usual besides. */
export function handsOn(
  model: MachineModel,
  slot: Slot,
  extras: readonly Extra[],
  plan: JobState['need']['plan'],
  policy: Policy,
): HandsOn {
  const way = slot.reach.length > 0 ? buildWay(model, slot, extras, { policy }) : null;
  return {
    way: way?.ok ? Math.round(way.steps.reduce((sum, step) => sum + step.minutes, 0)) : UNKNOWN_WAY,
    data: DATA[plan],
    setUp: SET_UP[plan],
    prove: PROVE,
  };
}
