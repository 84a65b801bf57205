import * as z from 'zod';
import { buildScouting } from '../../opening/index.js';
import { isBefore } from '../shape/phases.js';
import { foundForWay } from '../reading/found-for-way.js';
import { placesOfJob } from '../reading/place-of.js';
import { HANDS, command, refuse } from './define.js';
import { enterWay } from './enter-way.js';

/** Opens the machine to look and measure, and closes it again, before anything is chosen or ordered. */
export const scout = command('scout', {
  shape: {
    /** Of any place. */
    slotId: z.string(),
    why: z.string().trim().min(3, 'Say what you want to see in there.').max(200),
  },
  by: HANDS,
  asks: ['model', 'policy'],
  decide: (job, { slotId, why }, { knowledge }) => {
    if (job.way?.scouting) return refuse('scouting');
    if (!isBefore(job.phase, 'way-in')) return refuse('too-late');
    if (job.phase === 'intake') return refuse('take-in-first');
    const model = knowledge.model(job.intake.modelId);
    const place = model && placesOfJob(model, job).find((one) => one.id === slotId);
    if (!place) return refuse('no-slot');
    if (place.reach?.length === 0) return refuse('soldered');
    const way = buildScouting(model, place, foundForWay(model, job, knowledge.policy()));
    return enterWay(model.guide, way, { slotId, from: job.phase, why }, false);
  },
});
