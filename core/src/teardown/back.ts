import type { Guide } from '../hardware/index.js';
import { stepBack, turning } from './steps.js';
import type { WayStep } from './way-step.js';

/**
 * The way back of steps that were walked in, the last first: everything they took goes back in, the drive
 * with it.
 * @param backs steps of the way that may undo what no guide knows of.
 */
export function buildBack(
  guide: Guide,
  walked: readonly WayStep[],
  backs: readonly WayStep[] = [],
): WayStep[] {
  const walk = turning(walked.findLast((step) => step.side !== null)?.side ?? guide.startSide);
  const byId = new Map(guide.operations.map((operation) => [operation.id, operation]));
  return [...walked].reverse().flatMap((step) => {
    const operation = byId.get(step.operationId ?? '');
    const known = backs.find((one) => one.id === step.mirrorOf);
    if (operation?.mirror)
      return [walk({ ...stepBack({ ...operation, stays: [] }, 'out'), live: step.live, moves: step.moves })];
    // What the guide lacks was written with its way back when it came out.
    return known && step.operationId === null ? [walk({ ...known, leg: 'out' })] : [];
  });
}
