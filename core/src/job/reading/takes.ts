import { isBay, isDrivePlace, type MachinePlace, type Part } from '../../hardware/index.js';
import type { ChangeKind } from '../shape/change.js';

/** What a kind of change is done with, and where. */
export interface Takes {
  /** Where it may be done: kinds of places, or which of the drives' own; null: at no place. */
  readonly places: readonly MachinePlace['kind'][] | 'drive' | 'boxed-drive' | 'any' | null;
  /** Kinds of parts that go in; empty: none does. */
  readonly parts: readonly Part['kind'][];
  /** Whether it may be done without a part. */
  readonly without: boolean;
}

/** Every kind but those that put a drive in: these have their own command. */
export type PlannedKind = Exclude<ChangeKind, 'replace-drive' | 'add-drive'>;

export const TAKES: Readonly<Record<PlannedKind, Takes>> = {
  'take-out-drive': { places: 'drive', parts: [], without: true },
  'move-drive': { places: 'drive', parts: [], without: true },
  // Only a drive on leads can stay without them: a card in its socket is connected, whatever one does.
  'leave-unplugged': { places: 'boxed-drive', parts: [], without: true },
  memory: { places: ['memory'], parts: ['memory'], without: false },
  battery: { places: ['battery'], parts: ['battery'], without: false },
  wireless: { places: ['wireless'], parts: ['wireless'], without: false },
  cooling: { places: ['cooler'], parts: ['paste', 'pad'], without: true },
  cure: { places: null, parts: [], without: true },
  look: { places: 'any', parts: [], without: true },
};

/** Whether a kind of change can be done at that kind of place. */
export function goesAt({ places }: Takes, place: MachinePlace): boolean {
  if (places === null) return false;
  if (places === 'any') return true;
  if (places === 'drive') return isDrivePlace(place) && place.kind !== 'soldered';
  if (places === 'boxed-drive') return isDrivePlace(place) && isBay(place);
  return places.includes(place.kind);
}
