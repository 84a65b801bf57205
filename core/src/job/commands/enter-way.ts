import type { Guide } from '../../hardware/index.js';
import type { PlanFault, Way } from '../../teardown/index.js';
import type { WayState } from '../state.js';
import { accept, refuse, type Decision } from './define.js';

/** Puts a planned way, with the whole guide it comes from, into the job, and goes in; or says why it cannot be walked. */
export function enterWay(guide: Guide, way: Way | PlanFault, course: Pick<WayState, 'scouting' | 'tryBeforeClosing'>): Decision {
  if (!way.ok) return refuse('no-way', `The guide of this model cannot be walked: ${way.problem}`);
  const { version: guideVersion, layers } = guide;
  return accept(
    { type: 'way-planned', guideVersion, layers, steps: way.steps, guide, ...course },
    { type: 'phase-entered', phase: 'way-in' },
  );
}
