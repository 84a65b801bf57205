import * as z from 'zod';
import { judge } from '../../fit/index.js';
import { placeOf, placesOfJob } from '../reading/place-of.js';
import { hasWalked } from '../reading/walk.js';
import { partVerdict } from '../reading/part-verdict.js';
import { FoundSchema } from '../shape/found.js';
import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import type { JobEvent } from '../events/index.js';
import { definitionOf } from '../events/index.js';
import { accept, ANYONE, command, refuse, type Context } from './define.js';
import { planned } from './changes.js';

/**
 * What is in some places of this machine, as somebody saw, read or was told it; null: nobody looked, after
 * all. What was judged by something else is judged again.
 */
export const find = command('find', {
  shape: { placeIds: z.array(z.string()).min(1).max(40), found: FoundSchema.nullable() },
  by: ANYONE,
  asks: ['model', 'parts'],
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
    const after = definitionOf(event.type).evolve(job, event, {
      seq: job.seq + 1,
      at: context.at,
      by: context.by,
    });
    return accept(event, ...(hasWalked(job) ? [] : judgedAgain(after, context)));
  },
});

/** Changes whose verdict is another now. */
function judgedAgain(job: JobState, { knowledge }: Context<'model' | 'parts'>): JobEvent[] {
  const model = knowledge.model(job.intake.modelId);
  if (!model) return [];
  return job.changes.flatMap((change): JobEvent[] => {
    const { thing, placeId, slot } = change;
    if (thing?.drive && slot) {
      const place = placeOf(job, slot.id, knowledge);
      if (!place) return [];
      const verdict = judge(place, thing.drive);
      return same(change.verdict, verdict) &&
        JSON.stringify(slot.fitted) === JSON.stringify(place.slot.fitted)
        ? []
        : [
            planned({
              ...change,
              slot: place.slot,
              verdict,
              kind: kindIn(change, place.slot.fitted === null),
            }),
          ];
    }
    if (!thing?.part || change.verdict === null) return [];
    const verdict = partVerdict(model, job, placeId, thing.part);
    return same(change.verdict, verdict) ? [] : [planned({ ...change, verdict })];
  });
}

/** What was to replace a drive is added where there is none, and the other way about. */
const kindIn = ({ kind }: Change, empty: boolean): Change['kind'] =>
  kind === 'replace-drive' && empty ? 'add-drive' : kind === 'add-drive' && !empty ? 'replace-drive' : kind;

const same = (before: Change['verdict'], now: Change['verdict']): boolean =>
  JSON.stringify(before) === JSON.stringify(now);
