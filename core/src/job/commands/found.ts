import * as z from 'zod';
import { placesOfJob } from '../reading/place-of.js';
import { hasWalked } from '../reading/walk.js';
import { FoundSchema } from '../shape/found.js';
import type { JobEvent } from '../events/index.js';
import { accept, ANYONE, command, refuse } from './define.js';
import { withOthersJudged } from './judged-again.js';
import { replannedAsFound } from './replan.js';

/**
 * What is in some places of this machine, as somebody saw, read or was told it; null: nobody looked, after
 * all. What was judged by something else is judged again, but for what is being fitted already; the rest of a
 * way that is being walked is planned anew.
 */
export const find = command('find', {
  shape: { placeIds: z.array(z.string()).min(1).max(40), found: FoundSchema.nullable() },
  by: ANYONE,
  asks: ['model', 'parts', 'policy'],
  decide: (job, { placeIds, found }, context) => {
    const model = context.knowledge.model(job.intake.modelId);
    if (!model) return refuse('unknown-model');
    const places = placesOfJob(model, job).filter(({ id }) => placeIds.includes(id));
    if (places.length !== new Set(placeIds).size) return refuse('unknown-place');
    if (found?.is === 'holds' && !found.holds) return refuse('say-what-is-in');
    const event: JobEvent = {
      type: 'found',
      places: places.map(({ id, label }) => ({ id, label })),
      found: found && (found.is === 'holds' ? found : { ...found, holds: null }),
    };
    const events = hasWalked(job) && !job.way?.scouting ? [event] : withOthersJudged(job, [event], context);
    return accept(...events, ...replannedAsFound(job, events, context));
  },
});
