import type { Extra } from '../fit/index.js';
import { isDrivePlace, type MachinePlace, type Operation, type TakenThing } from '../hardware/index.js';
import type { WayStep } from './way-step.js';

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

/** Whose place an operation is at; undefined: nobody's, it only lies in the way. */
export const ownerOf = (operation: Operation, targets: readonly Target[]): Target | undefined =>
  targets.find((one) => one.place.id === operation.place) ??
  (operation.place === null
    ? targets.find((one) => isDrivePlace(one.place) && one.does !== 'leave')
    : undefined);

/** Operations that have to be done for it. A drive that stays in is not taken out. */
export function reachOf(target: Target, operations: readonly Operation[]): readonly string[] {
  const { place, does } = target;
  const reach = place.reach ?? [];
  if (does !== 'leave') return reach;
  // As far as its own leads: what frees the drive itself stays as it is.
  const own = operations.filter((one) => isAt(target, one));
  const leads = own.filter((one) => takes(one, 'lead') && !takes(one, 'drive')).map(({ id }) => id);
  const before = operations
    .filter((one) => reach.includes(one.id) || own.includes(one))
    .flatMap((one) => one.after.flat())
    .filter((id) => !own.some((one) => one.id === id));
  return leads.length > 0 ? leads : before;
}

/** Kinds of things that an operation takes and that do not go back in. */
export function staysOut(operation: Operation, targets: readonly Target[]): TakenThing['kind'][] {
  const target = targets.find((one) => isAt(one, operation));
  if (target === undefined) return [];
  if (target.does === 'replace' || target.does === 'add' || target.does === 'take-out') return ['drive'];
  return target.does === 'put' ? ['part'] : [];
}

/**
 * Steps back that are not walked: a place that stays empty gets no drive, a lead tied away is not plugged in.
 */
export function leftOut(operation: Operation, targets: readonly Target[]): boolean {
  const target = targets.find((one) => isAt(one, operation));
  if (target?.does === 'take-out') return takes(operation, 'drive');
  return target?.does === 'leave' && takes(operation, 'lead');
}

/** What the match asks for beside the thing itself. */
export const extrasOf = (
  { id, extras }: Target,
  when: 'before-drive' | 'after-drive',
  layer: string,
): Step[] =>
  extras.flatMap(({ id: extraId, step }) =>
    step?.when === when
      ? [
          bare(layer, {
            id: id === '' ? `swap:${extraId}` : `swap:${id}:${extraId}`,
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

const oldOf = ({ id }: Target): string => `in:${id}:old`;
const OLD = 'old';

/** What comes out of its place where the guide has no step for it. */
export function takenOut(target: Target, inward: readonly Operation[], layer: string): Step[] {
  const { does, original, place } = target;
  const guideTakesIt = inward.some((one) => isAt(target, one) && takes(one, 'part'));
  if (does !== 'put' || original === null || guideTakesIt) return [];
  return [
    bare(layer, {
      id: oldOf(target),
      leg: 'in',
      title: `Take ${original} out of ${place.label}`,
      short: `${place.label} out`,
      minutes: PART_MINUTES,
      moves: [thing('part', original)],
    }),
  ];
}

/** Where the guide has no step that lays a part in, or a lead away. */
export function putIn(target: Target, inward: readonly Operation[], layer: string): Step[] {
  const { does, id, place, thing: goesIn } = target;
  if (does === 'leave')
    return inward
      .filter((one) => isAt(target, one) && takes(one, 'lead'))
      .map((one) =>
        bare(layer, {
          id: `swap:${id}:${one.id}`,
          title: `Insulate and tie away: ${one.takes.map(({ label }) => label).join(', ')}`,
          short: 'lead tied away',
          detail: 'Film over the plug, tied where nothing moves; the drive stays in and gets no power.',
          minutes: LEAD_MINUTES,
          moves: one.takes.filter(({ kind }) => kind === 'lead'),
          mirrorOf: `in:${one.id}`,
        }),
      );
  const guidePutsIt = inward.some((one) => isAt(target, one) && takes(one, 'part') && one.mirror !== null);
  if (does !== 'put' || guidePutsIt) return [];
  return [
    bare(layer, {
      id: `swap:${id}:in`,
      title: goesIn === null ? `See to ${place.label}` : `${goesIn} into ${place.label}`,
      short: place.label,
      minutes: PART_MINUTES,
    }),
  ];
}

/** Hands for a module in or out, and for a lead insulated and tied (common practice, no source). */
const PART_MINUTES = 1;
const LEAD_MINUTES = 3;

const thing = (kind: 'part', label: string): TakenThing => ({
  key: OLD,
  kind,
  verb: 'Out',
  label,
  count: 1,
  connector: null,
  ties: null,
});

const bare = (layer: string, own: Pick<Step, 'id' | 'title' | 'short'> & Partial<Step>): Step => ({
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
  mirrorOf: null,
  ...own,
});
