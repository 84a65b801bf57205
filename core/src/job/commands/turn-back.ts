import * as z from 'zod';
import { buildBack } from '../../teardown/index.js';
import { planRest, standingOf } from '../reading/half-way.js';
import { progress } from '../reading/walk.js';
import { accept, HANDS, command, refuse } from './define.js';

/**
 * The repair stops while the machine is open: everything that came out goes back as it was, the old drive
 * with it. Then the job stands before the opening again, where it may wait, choose anew, or go back
 * unrepaired.
 */
export const turnBack = command('turn-back', {
  shape: {
    why: z.string().trim().min(3, 'Say why you turn back.').max(200),
  },
  by: HANDS,
  asks: ['model', 'policy'],
  decide: (job, { why }, { knowledge }) => {
    if (!job.way || (job.phase !== 'way-in' && job.phase !== 'swap')) return refuse('turns-back-on-way-in');
    const steps = progress(job);
    const begun = steps.filter((one) => Object.values(one.moved).some((moved) => moved > 0) || one.done);
    if (begun.some((one) => one.step.leg === 'swap')) return refuse('swapped');
    const half = begun.find((one) => !one.done);
    if (half) return refuse('half', { title: half.step.title });
    if (begun.length === 0) return refuse('nothing-open');
    const guide = job.way.guide ?? knowledge.model(job.intake.modelId)?.guide;
    if (!guide) return refuse('no-guide');
    const walked = begun.map((one) => one.step);
    const standing = standingOf(job);
    // A wait that was only begun is no step of the way back.
    const closing =
      standing &&
      planRest(job, { ...standing, kept: standing.kept.filter(({ done }) => done) }, knowledge, []);
    // What no planner closes goes back the way it came.
    const all = closing?.ok ? closing.steps : [...walked, ...buildBack(guide, walked, job.way.steps)];
    return accept({ type: 'turned-back', why, steps: all });
  },
});
