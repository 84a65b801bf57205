import { slotsOf, type MachineModel } from '../hardware/index.js';
import { buildWay, UNTRIED } from './way.js';

/** Where no guide says how long it takes (common practice, no source). */
export const USUAL_OPENING_MINUTES = 15;

/**
 * In and out again, to the drive that is reached soonest, whole minutes; null: no guide says how. What is
 * soldered is reached by no way.
 */
export function openingMinutes(model: MachineModel): number | null {
  const ways = slotsOf(model, null)
    .filter((slot) => slot.kind !== 'soldered')
    .map((slot) => buildWay(model, slot, [], UNTRIED));
  const minutes = ways.flatMap((way) =>
    way.ok ? [way.steps.reduce((sum, step) => sum + (step.leg === 'swap' ? 0 : step.minutes), 0)] : [],
  );
  return minutes.length > 0 ? Math.round(Math.min(...minutes)) : null;
}
