import { isDrivePlace, type MachinePlace, type Slot } from '../../hardware/index.js';
import type { ChangeKind } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import { SAY_PHASE, type Phase } from '../shape/phases.js';
import type { Wish } from '../shape/wish.js';
import { seatedIn } from './as-found.js';

/** Nothing is said to be broken: no cause is weighed, and the job teaches the diagnosis nothing. */
export const isWish = ({ intake }: Pick<JobState, 'intake'>): boolean => !intake.fault;

/** What a part of a job is called: where nothing is broken, nothing is diagnosed or swapped for it. */
export function sayPhase(phase: Phase, job: Pick<JobState, 'intake'>): string {
  if (!isWish(job)) return SAY_PHASE[phase];
  return phase === 'diagnose' ? 'Wish' : phase === 'swap' ? 'Change' : SAY_PHASE[phase];
}

/** A change that would fulfil a wish. */
export interface WishedChange {
  readonly kind: ChangeKind;
  readonly placeId: string;
}

/**
 * What would have to be done for a wish in this machine, as found; empty: it cannot be fulfilled here. Where
 * there is a free place, room and a second drive leave the old one where it is.
 */
export function changesForWish(
  wish: Wish,
  places: readonly MachinePlace[],
  found: JobState['found'],
): WishedChange[] {
  const slots = places.filter(isDrivePlace).filter((one) => one.kind !== 'soldered');
  const free = slots.find((one) => one.fitted === null);
  const full = slots.find((one) => one.fitted !== null);
  switch (wish) {
    case 'more-room':
      return intoSlot(free ?? full);
    case 'second-drive':
      return intoSlot(free);
    case 'faster':
      return intoSlot(full ?? free);
    case 'put-to-work':
      return intoSlot(free ?? full);
    case 'more-memory':
      return intoSocket(places, found);
    case 'new-battery':
      return places
        .filter((one) => one.kind === 'battery')
        .map(({ id }) => ({ kind: 'battery', placeId: id }));
    case 'look':
      return slots.slice(0, 1).map(({ id }) => ({ kind: 'look', placeId: id }));
  }
}

const intoSlot = (slot: Slot | undefined): WishedChange[] =>
  slot ? [{ kind: slot.fitted === null ? 'add-drive' : 'replace-drive', placeId: slot.id }] : [];

/** A socket that is empty, as found or by the guide; else the first of all: its module makes room. */
function intoSocket(places: readonly MachinePlace[], found: JobState['found']): WishedChange[] {
  const sockets = places.filter((one) => one.kind === 'memory');
  const empty =
    sockets.find((one) => seatedIn(one, found[one.id]).is === 'empty') ??
    sockets.find((one) => found[one.id] === undefined && one.fittedGib === 0);
  const into = empty ?? sockets[0];
  return into ? [{ kind: 'memory', placeId: into.id }] : [];
}

/** Everything that is wished for, one change a place, in the order of the wishes. */
export function changesWished(
  { intake, found }: Pick<JobState, 'intake' | 'found'>,
  places: readonly MachinePlace[],
): WishedChange[] {
  const all = new Map<string, WishedChange>();
  for (const wish of intake.wishes)
    for (const change of changesForWish(wish, places, found))
      if (!all.has(change.placeId)) all.set(change.placeId, change);
  return [...all.values()];
}

/** Sizes that drives are sold in, GB (common practice, no source). */
const SIZES = [120, 250, 500, 1000, 2000, 4000, 8000];

/**
 * At least so much, GB: what is in it and half as much again, in a size that is sold (common practice, no
 * source). Null: nobody knows what is in it.
 */
export function roomWished(places: readonly MachinePlace[], usedGb: number | null): number | null {
  const slots = places.filter(isDrivePlace);
  const now = slots.reduce((most, { fitted }) => Math.max(most, fitted?.markedGb ?? 0), 0);
  const least = Math.max(now * 1.5, (usedGb ?? 0) * 1.5);
  return least === 0 ? null : (SIZES.find((one) => one >= least) ?? Math.ceil(least));
}
