import type { Extra } from '../../fit/index.js';
import type { MachineModel, MachinePlace } from '../../hardware/index.js';
import type { Target } from '../../opening/index.js';
import { FIRST_CHANGE, type Change, type ChangeKind } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import { seatedIn } from './as-found.js';
import { placesOfJob } from './place-of.js';

type Asking = Parameters<typeof placesOfJob>[1];

/** What each kind of change is, to the way. */
const DOES: Readonly<Record<Exclude<ChangeKind, 'cure' | 'move-drive'>, Target['does']>> = {
  'replace-drive': 'replace',
  'add-drive': 'add',
  'take-out-drive': 'take-out',
  'leave-unplugged': 'leave',
  memory: 'put',
  battery: 'put',
  wireless: 'put',
  cooling: 'put',
  look: 'look',
};

/**
 * What the way has to reach, and what is done there, in the order of the list. What went in by itself, or has
 * no place, needs no way.
 */
export function targetsOf(model: MachineModel, job: Asking): Target[] {
  const places = new Map(placesOfJob(model, job).map((place) => [place.id, place]));
  return job.changes
    .filter((one) => one.fitted === null)
    .flatMap((change) => targetsOfChange(change, places, job.found));
}

function targetsOfChange(
  change: Change,
  places: ReadonlyMap<string, MachinePlace>,
  found: JobState['found'],
): Target[] {
  const { kind, thing } = change;
  const place = places.get(change.placeId ?? '');
  if (!place || kind === 'cure') return [];
  // Steps of the first edition are named without a change.
  const id = change.id === FIRST_CHANGE ? '' : change.id;
  const extras: readonly Extra[] = change.verdict?.extras ?? [];
  const target = {
    id,
    place,
    extras,
    thing: thing?.label ?? null,
    original: originalOf(change, place, found),
  };
  if (kind !== 'move-drive') return [{ ...target, does: DOES[kind] }];
  const to = places.get(change.toPlaceId ?? '');
  return to
    ? [
        { ...target, does: 'take-out' },
        { ...target, place: to, does: 'add' },
      ]
    : [];
}

/** What lies in such a place in every machine, unless somebody found it empty. */
const OLD_PART = { battery: 'the old battery', wireless: 'the old card' } as const;

/** What comes out of a place that is no drive's; null: nothing, as far as anybody knows. */
function originalOf(change: Change, place: MachinePlace, found: JobState['found']): string | null {
  if (change.original !== '') return change.original;
  if (place.kind === 'battery' || place.kind === 'wireless')
    return found[place.id]?.is === 'empty' ? null : OLD_PART[place.kind];
  if (place.kind !== 'memory') return null;
  const seated = seatedIn(place, found[place.id]);
  return seated.is === 'module' ? `the module of ${place.label}` : null;
}
