import { judge, linkOf } from '../../fit/index.js';
import { afterEvents, type JobEvent } from '../events/index.js';
import { withDeclined } from '../reading/declined.js';
import { movedVerdict } from '../reading/moved-verdict.js';
import { partVerdict } from '../reading/part-verdict.js';
import { placeOf } from '../reading/place-of.js';
import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import type { Context } from './define.js';

/** The event that puts a change as it is now planned into the job's list. */
export function planned(change: Change): JobEvent {
  const { by: _by, at: _at, fitted: _fitted, judged: _judged, ...rest } = change;
  const { originalRefitted: _refitted, partReturned: _returned, ...own } = rest;
  return { type: 'change-planned', change: own };
}

type Asking = Pick<Context<'model' | 'parts'>, 'knowledge' | 'at' | 'by'>;

/**
 * Events that change what a verdict rests on, and after them every change whose verdict is another by then:
 * lanes are shared, a socket is filled, a place was found empty.
 */
export function withOthersJudged(job: JobState, events: readonly JobEvent[], context: Asking): JobEvent[] {
  const touched = new Set(events.flatMap((one) => (one.type === 'change-planned' ? [one.change.id] : [])));
  const after = afterEvents(job, events, context);
  const others = after.changes.filter((one) => !touched.has(one.id));
  return [...events, ...judgedAgain(after, others, context)];
}

/** Changes whose verdict is another now. */
function judgedAgain(job: JobState, changes: readonly Change[], asking: Asking): JobEvent[] {
  return changes.flatMap((change): JobEvent[] => {
    const now = judgedNow(job, change, asking);
    return now === null || isSame(now, change) ? [] : [planned(now)];
  });
}

const isSame = (now: Change, before: Change): boolean =>
  sameAs(before.verdict, now.verdict) && sameAs(before.slot?.fitted, now.slot?.fitted);

/** A change with the verdict it has now; null: nothing is judged of it, or its place is not known here. */
export function judgedNow(job: JobState, change: Change, { knowledge }: Asking): Change | null {
  const model = knowledge.model(job.intake.modelId);
  if (!model) return null;
  const { thing, placeId, slot, declined } = change;
  if (thing?.drive && slot) {
    const place = placeOf(job, slot.id, knowledge);
    return (
      place && {
        ...change,
        slot: place.slot,
        verdict: withDeclined(judge(place, thing.drive), declined),
        link: linkOf(place, thing.drive),
        kind: kindIn(change, place.slot.fitted === null),
      }
    );
  }
  if (change.kind === 'move-drive') return { ...change, verdict: movedVerdict(model, job, change) };
  if (!thing?.part || change.verdict === null) return null;
  return { ...change, verdict: withDeclined(partVerdict(model, job, placeId, thing.part), declined) };
}

/** What was to replace a drive is added where there is none, and the other way about. */
export const kindIn = ({ kind }: Change, empty: boolean): Change['kind'] =>
  kind === 'replace-drive' && empty ? 'add-drive' : kind === 'add-drive' && !empty ? 'replace-drive' : kind;

const sameAs = (before: unknown, now: unknown): boolean => JSON.stringify(before) === JSON.stringify(now);
