import * as z from 'zod';
import type { WayStep } from '../../teardown/index.js';
import { sayScrew, type TakenThing } from '../../hardware/index.js';
import { afterEvents, type JobEvent } from '../events/index.js';
import { foundForWay } from '../reading/found-for-way.js';
import {
  mayReplanAt,
  mootChanges,
  planRest,
  standingOf,
  withOnly,
  untouched,
  withoutStep,
  type Standing,
} from '../reading/half-way.js';
import type { JobState } from '../shape/state.js';
import { countOf, type StepProgress } from '../reading/walk.js';
import { slotsOfJob } from '../reading/place-of.js';
import { startOf } from './enter-way.js';
import { judgedNow, kindIn } from './judged-again.js';
import { accept, command, HANDS, refuse, type Context, type Decision } from './define.js';
import { onCurrent } from './way.js';

type Asking = Pick<Context<'model' | 'policy'>, 'knowledge'>;
type Looking = Context<'model' | 'policy' | 'parts'>;
type Replanned = Extract<JobEvent, { type: 'replanned' }>;

/** Roles of steps that take the power away: without them nothing further is touched. */
const isPower = ({ role }: WayStep): boolean => role === 'mains' || role === 'battery' || role === 'cut-off';

/**
 * Something that the guide has is not in this machine: the rest of a kind of thing, or with a null key the
 * step as far as it is left. Nothing of it is asked for on the way back.
 * @param from how many of `key` had moved when it was said.
 */
export const notHere = command('not-here', {
  shape: {
    stepId: z.string(),
    key: z.string().nullable(),
    from: z.number().int().min(0),
    reason: z.string().trim().max(200).default(''),
  },
  by: HANDS,
  asks: ['model', 'policy', 'parts'],
  decide: (job, { stepId, key, from, reason }, context) =>
    onCurrent(job, stepId, (here) => {
      const standing = standsAt(job, here);
      if (!standing.ok) return standing.refusal;
      if (isPower(here.step)) return refuse('power-not-here');
      const place = drivePlaceOf(job, here, context);
      if (place) return foundEmpty(job, place, reason, context);
      const left = here.step.moves.filter((thing) => key === null || thing.key === key);
      const moved = (thing: TakenThing): number => here.moved[thing.key] ?? 0;
      const only = left.find((thing) => thing.key === key);
      if (key !== null && !only) return refuse('unknown-thing');
      if (only && moved(only) !== from)
        return refuse('moved-meanwhile', { moved: moved(only), count: countOf(only), label: only.label });
      const rest = left.filter((thing) => moved(thing) < countOf(thing));
      const some = Object.fromEntries(rest.map((thing) => [thing.key, moved(thing)]));
      const isWhole = !here.step.moves.some((thing) => !rest.includes(thing) || moved(thing) > 0);
      const what = sayRest(
        here.step,
        rest.map((thing) => [thing, countOf(thing) - moved(thing)]),
      );
      return anew(job, isWhole ? withoutStep(standing.of, here.step) : withOnly(standing.of, here, some), {
        context,
        why: 'not-here',
        what,
        reason,
      });
    }),
});

/** What hands began and cannot finish: the way leads around it, or there is none and one turns back. */
export const doesNotCome = command('does-not-come', {
  shape: {
    stepId: z.string(),
    reason: z.string().trim().min(3, 'Say what holds it.').max(200),
  },
  by: HANDS,
  asks: ['model', 'policy'],
  decide: (job, { stepId, reason }, context) =>
    onCurrent(job, stepId, (here) => {
      const standing = standsAt(job, here);
      if (!standing.ok) return standing.refusal;
      const { operationId, title, moves } = here.step;
      if (operationId === null) return refuse('no-way-around', { problem: 'No guide knows of this step.' });
      const some = Object.fromEntries(moves.map((thing) => [thing.key, here.moved[thing.key] ?? 0]));
      const begun = Object.values(here.moved).some((count) => count > 0);
      const of = begun ? withOnly(standing.of, here, some) : untouched(standing.of, here.step);
      return anew(
        job,
        { ...of, stuck: [...of.stuck, operationId] },
        { context, why: 'stuck', what: title, reason },
      );
    }),
});

/** `2 × M2 × 5 pan (‘Undo the plate’)` */
const sayRest = ({ title, moves }: WayStep, rest: readonly (readonly [TakenThing, number])[]): string =>
  rest.length === moves.length && rest.every(([thing, left]) => left === countOf(thing))
    ? title
    : `${rest.map(([thing, left]) => `${left} × ${thing.kind === 'screw' ? sayScrew(thing.screw) : thing.label}`).join(', ')} (‘${title}’)`;

/** The place whose drive a step takes, where it has not moved yet; null: it takes none. */
function drivePlaceOf(
  job: JobState,
  { step, moved }: StepProgress,
  { knowledge }: Asking,
): { readonly id: string; readonly label: string } | null {
  const drive = step.moves.find(({ kind }) => kind === 'drive');
  const model = knowledge.model(job.intake.modelId);
  if (!drive || !model || (moved[drive.key] ?? 0) > 0) return null;
  const own = job.way?.guide?.operations.find(({ id }) => id === step.operationId)?.place ?? null;
  const slots = slotsOfJob(model, job);
  return (
    slots.find(({ id }) => id === own) ??
    slots.find(({ reach }) => reach.includes(step.operationId ?? '')) ??
    null
  );
}

/** No drive is there: that is something found, and the rest follows from it. */
function foundEmpty(
  job: JobState,
  { id, label }: { readonly id: string; readonly label: string },
  note: string,
  context: Looking,
): Decision {
  const bare = { missing: [], screws: null, note };
  const { by: _by, at: _at, ...kept } = job.found[id] ?? { ...bare, by: null, at: null };
  const event: JobEvent = {
    type: 'found',
    places: [{ id, label }],
    found: { ...kept, is: 'empty', holds: null, how: 'seen' },
  };
  return accept(event, ...replannedAsFound(job, [event], context));
}

/** Only what comes out can be missing, and only before something new went in. */
function standsAt(
  job: JobState,
  { step }: StepProgress,
): { readonly ok: true; readonly of: Standing } | { readonly ok: false; readonly refusal: Decision } {
  const of = mayReplanAt(job, step) ? standingOf(job) : null;
  return of ? { ok: true, of } : { ok: false, refusal: refuse('replans-on-way-in') };
}

function anew(
  job: JobState,
  standing: Standing,
  { context, ...said }: Pick<Replanned, 'why' | 'what' | 'reason'> & { readonly context: Asking },
): Decision {
  const event = replannedBy(job, standing, said, context);
  return event.ok ? accept(event.event) : refuse('no-way-around', { problem: event.problem });
}

function replannedBy(
  job: JobState,
  standing: Standing,
  said: Pick<Replanned, 'why' | 'what' | 'reason'>,
  { knowledge }: Asking,
): { readonly ok: true; readonly event: Replanned } | { readonly ok: false; readonly problem: string } {
  const rest = planRest(job, standing, knowledge);
  if (!rest.ok) return rest;
  const { steps, way } = rest;
  const start = startOf(way, knowledge.policy().tryBeforeClosing && !job.way?.scouting);
  return {
    ok: true,
    event: {
      type: 'replanned',
      ...said,
      changes: [],
      guide: standing.guide,
      steps,
      tryBeforeClosing: start.possible,
      start,
      rounds: start.possible ? way.rounds.map((one) => [...new Set(one)]) : [],
      because: [...way.because],
      stuck: [...standing.stuck],
      notHere: [...standing.notHere],
      moot: mootChanges(job),
    },
  };
}

/**
 * What follows for the way where other things are in the machine's places than it was planned for: the rest
 * of it, planned anew; nothing where that changes nothing, or where no other way is found.
 */
export function replannedAsFound(job: JobState, events: readonly JobEvent[], context: Looking): JobEvent[] {
  const { knowledge } = context;
  const model = knowledge.model(job.intake.modelId);
  if (!model) return [];
  const after = afterEvents(job, events, context);
  const standing = standingOf(after);
  const holds = (one: JobState): string =>
    JSON.stringify(holdsNow(foundForWay(model, one, knowledge.policy())));
  if (!standing || holds(job) === holds(after)) return [];
  const places = events.flatMap((one) => (one.type === 'found' ? one.places.map(({ label }) => label) : []));
  const changes = changesAsFound(after, context);
  const now = new Map(changes.map((one) => [one.id, one]));
  const planned = { ...after, changes: after.changes.map((one) => ({ ...one, ...now.get(one.id) })) };
  const said = { why: 'found', what: places.join(', '), reason: '' } as const;
  const event = replannedBy(planned, standing, said, context);
  return event.ok ? [{ ...event.event, changes }] : [];
}

/** Changes at places that hold something else than they were planned for, with what is said of them now. */
function changesAsFound(job: JobState, context: Looking): Replanned['changes'] {
  const model = context.knowledge.model(job.intake.modelId);
  const slots = model ? slotsOfJob(model, job) : [];
  return job.changes.flatMap((change) => {
    const slot = slots.find(({ id }) => id === change.slot?.id);
    if (!slot || slot.fitted?.label === change.slot?.fitted?.label) return [];
    const { verdict, link } = judgedNow(job, change, context) ?? change;
    return [{ id: change.id, kind: kindIn(change, slot.fitted === null), slot, verdict, link }];
  });
}

const holdsNow = ({ slots = [], found = {} }: ReturnType<typeof foundForWay>) => [
  slots.map(({ id, fitted }) => [id, fitted?.label ?? null]),
  found,
];
