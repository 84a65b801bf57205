import type { Extra } from '../fit/index.js';
import { isDrivePlace, type MachinePlace, type Operation, type TakenThing } from '../hardware/index.js';
import type { WayStep } from '../teardown/index.js';

/** One thing to be done in an opening, and where. */
export interface Target {
  /** Of the change; empty: the only one. */
  readonly id: string;
  /** `put`: a part goes in that is no drive. `leave`: a drive stays in, its lead tied away. */
  readonly does: 'replace' | 'add' | 'take-out' | 'leave' | 'put' | 'look';
  readonly place: MachinePlace;
  readonly extras: readonly Extra[];
  /** What goes in, as it is called; null: what the guide calls the new drive. */
  readonly thing: string | null;
  /** What comes out that no step of the guide takes out; null: nothing. */
  readonly original: string | null;
}

type Step = Omit<WayStep, 'turnTo'>;

const takes = (operation: Operation, kind: TakenThing['kind']): boolean =>
  operation.takes.some((thing) => thing.kind === kind);

/** Whether an operation is at this target's own place. */
const isAt = ({ place }: Target, operation: Operation): boolean =>
  operation.place === null ? isDrivePlace(place) && takes(operation, 'drive') : operation.place === place.id;

/** Kinds of things that an operation takes and that do not go back in. */
export function staysOut(operation: Operation, targets: readonly Target[]): TakenThing['kind'][] {
  const target = targets.find((one) => isAt(one, operation));
  if (target === undefined) return [];
  if (target.does === 'replace' || target.does === 'add' || target.does === 'take-out') return ['drive'];
  // What a cooler is opened for is laid on; the cooler itself goes back.
  return target.does === 'put' && target.place.kind !== 'cooler' ? ['part'] : [];
}

/** What the match asks for beside the thing itself, by its id; empty: it asks for no step. */
export const extraStep = ({ id, extras }: Target, extraId: string | null, layer: string): Step[] =>
  extras.flatMap(({ id: own, step }) =>
    step && own === extraId
      ? [
          bare(layer, {
            id: id === '' ? `swap:${own}` : `swap:${id}:${own}`,
            title: step.title,
            short: step.short,
            detail: step.detail,
            caution: step.caution,
            tool: step.tool,
            minutes: step.minutes,
          }),
        ]
      : [],
  );

/** Step that takes out what the guide has no step for, by the change's id. */
export const oldStepOf = (changeId: string): string => `in:${changeId}:old`;
/** The change whose old thing that step takes out; null: it is no such step. */
export const changeOfOldStep = (stepId: string): string | null => /^in:(.*):old$/.exec(stepId)?.[1] ?? null;
const OLD = 'old';

/** What comes out of its place where the guide has no step for it; null: nobody knows what, if anything. */
export const takenOut = ({ id, place }: Target, what: string | null, layer: string): Step =>
  what === null
    ? bare(layer, {
        id: oldStepOf(id),
        leg: 'in',
        title: `Look whether ${place.label} holds something; if so, out with it`,
        short: `${place.label}: look`,
        minutes: PART_MINUTES,
      })
    : bare(layer, {
        id: oldStepOf(id),
        leg: 'in',
        title: `Take ${what} out of ${place.label}`,
        short: `${place.label} out`,
        minutes: PART_MINUTES,
        moves: [thing(isDrivePlace(place) ? 'drive' : 'part', what)],
      });

/** A lead of a drive that stays in, insulated and tied where nothing moves. */
export const tiedAway = ({ id }: Target, operation: Operation, layer: string): Step =>
  bare(layer, {
    id: `swap:${id}:${operation.id}`,
    title: `Insulate and tie away: ${operation.takes.map(({ label }) => label).join(', ')}`,
    short: 'lead tied away',
    detail: 'Film over the plug, tied where nothing moves; the drive stays in and gets no power.',
    minutes: LEAD_MINUTES,
    moves: operation.takes.filter(({ kind }) => kind === 'lead'),
    mirrorOf: `in:${operation.id}`,
  });

/** The same where the guide has no step that unplugs it. */
export const tiedUnsaid = ({ id, place }: Target, layer: string): Step =>
  bare(layer, {
    id: `swap:${id}:tie`,
    title: `Unplug the drive of ${place.label}; insulate and tie away its leads`,
    short: 'lead tied away',
    detail: 'The guide has no step for it. The drive stays in and gets no power.',
    minutes: LEAD_MINUTES,
  });

/** Where the guide has no step that puts it in. */
export const putIn = ({ id, place, thing: goesIn }: Target, layer: string): Step =>
  bare(layer, {
    id: `swap:${id}:in`,
    title: goesIn
      ? `${goesIn} into ${place.label}`
      : `${isDrivePlace(place) ? 'The new drive' : 'The new part'} into ${place.label}`,
    short: place.label,
    minutes: PART_MINUTES,
  });

/** What one wants to see there, where other things are done in the same opening. */
export const lookedAt = ({ id, place }: Target, layer: string): Step =>
  bare(layer, {
    id: `swap:${id}:look`,
    title: `Look at ${place.label}: measure, take a photo`,
    short: `look: ${place.label}`,
    minutes: PART_MINUTES,
  });

/** Hands for a module in or out, and for a lead insulated and tied (common practice, no source). */
const PART_MINUTES = 1;
const LEAD_MINUTES = 3;

const thing = (kind: 'part' | 'drive', label: string): TakenThing => ({
  key: OLD,
  kind,
  verb: 'Out',
  label,
  count: 1,
  connector: null,
  ties: null,
  onlyWith: null,
});

export const bare = (layer: string, own: Pick<Step, 'id' | 'title' | 'short'> & Partial<Step>): Step => ({
  leg: 'swap',
  operationId: null,
  detail: null,
  caution: null,
  layer,
  tool: null,
  minutes: 1,
  waitSeconds: null,
  waitKind: 'hold',
  side: null,
  clips: null,
  risk: 'low',
  live: false,
  role: null,
  checks: [],
  moves: [],
  round: 1,
  takes: null,
  mirrorOf: null,
  ...own,
});
