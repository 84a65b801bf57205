import type { Guide } from '../../hardware/index.js';
import type { Way } from '../../opening/index.js';
import type { PlanFault, Start } from '../../teardown/index.js';
import type { WayState } from '../shape/state.js';
import { accept, refuse, type Decision } from './define.js';

/**
 * Puts a planned way, with the whole guide it comes from, into the job, and goes in; or says why it cannot be
 * walked.
 * @param tryFirst whether this workshop tries a machine before it is closed; where the guide does not allow
 *   it, it is closed first.
 */
export function enterWay(
  guide: Guide,
  way: Way | PlanFault,
  scouting: WayState['scouting'],
  tryFirst: boolean,
): Decision {
  if (!way.ok) return refuse('no-way', { problem: way.problem });
  const { version: guideVersion, layers } = guide;
  const { rounds, because } = way;
  const start = startOf(way, tryFirst);
  return accept(
    {
      type: 'way-planned',
      guideVersion,
      layers,
      steps: way.steps,
      guide,
      scouting,
      tryBeforeClosing: start.possible,
      start,
      rounds: start.possible ? rounds.map((one) => [...new Set(one)]) : [],
      because: [...because],
    },
    { type: 'phase-entered', phase: 'way-in', round: 1 },
  );
}

/** Whether it is tried before it is closed, as this workshop works. */
export const startOf = ({ start }: Way, tryFirst: boolean): Start =>
  tryFirst ? start : { possible: false, because: 'policy', out: [] };
