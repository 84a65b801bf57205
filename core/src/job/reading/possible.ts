import { isDrivePlace, type MachineModel, type MachinePlace } from '../../hardware/index.js';
import type { ChangeKind } from '../shape/change.js';
import { placesOfJob } from './place-of.js';
import { goesAt, TAKES, type PlannedKind } from './takes.js';

/** Something that could be done to this machine, and where. */
export interface Possible {
  readonly kind: ChangeKind;
  /** Null: to the machine as a whole. */
  readonly placeId: string | null;
  readonly place: string;
  /** What is in it, as found or by the model's word; null: nothing, or nobody knows. */
  readonly holds: string | null;
}

type Asking = Parameters<typeof placesOfJob>[1];

/** Kinds in the order they are offered at a place. */
const KINDS = Object.keys(TAKES) as PlannedKind[];

/**
 * What can be done to the machine on the bench: an empty place takes a drive more, one that is full has it
 * replaced, taken out, moved or left in. Places that a change has already are left out, but for a look.
 */
export function possibleChanges(model: MachineModel, job: Asking): Possible[] {
  const places = placesOfJob(model, job);
  const open = places.filter((place) => !job.changes.some((one) => one.placeId === place.id));
  return [
    ...open.flatMap((place) => kindsAt(place, places).map((kind) => at(kind, place))),
    { kind: 'cure', placeId: null, place: '', holds: null },
  ];
}

function kindsAt(place: MachinePlace, all: readonly MachinePlace[]): ChangeKind[] {
  const other = KINDS.filter((kind) => goesAt(TAKES[kind], place));
  if (!isDrivePlace(place)) return other;
  if (place.kind === 'soldered') return other;
  if (place.fitted === null) return ['add-drive', ...other.filter((kind) => kind === 'look')];
  const elsewhere = all.some((one) => isDrivePlace(one) && one.id !== place.id && one.kind !== 'soldered');
  return ['replace-drive', ...other.filter((kind) => kind !== 'move-drive' || elsewhere)];
}

const at = (kind: ChangeKind, place: MachinePlace): Possible => ({
  kind,
  placeId: place.id,
  place: place.label,
  holds: isDrivePlace(place) ? (place.fitted?.label ?? null) : null,
});
