import { isDrivePlace, type MachinePlace, type Slot } from '../../hardware/index.js';
import type { JobState } from '../shape/state.js';
import { isWish, roomWished } from './wishes.js';

type Asking = Pick<JobState, 'need' | 'intake'>;

/**
 * At least so many GB: what somebody said; where nothing is broken and nobody has said, what is in it, and
 * half as much again where room is wished for. Null: nobody knows, or it does not matter.
 */
export function neededGb({ need, intake }: Asking, places: readonly MachinePlace[]): number | null {
  if (need.wantedGb !== null || !isWish({ intake })) return need.wantedGb;
  const forRoom = intake.wishes.some((one) => one === 'more-room' || one === 'second-drive');
  if (forRoom) return roomWished(places, need.usedGb);
  if (!intake.wishes.includes('faster')) return null;
  const slots = places.filter(isDrivePlace);
  return slots.reduce<number | null>(
    (most, { fitted }) => Math.max(most ?? 0, fitted?.markedGb ?? 0) || null,
    null,
  );
}

/** What is asked of a drive in one slot: in a free one, beside a drive that stays, it is added. */
export function needAt(job: Asking, slot: Slot, slots: readonly Slot[]): JobState['need'] {
  const beside = slots.some((one) => one.id !== slot.id && one.fitted !== null && one.kind !== 'soldered');
  const adds = isWish(job) && slot.fitted === null && beside;
  return {
    ...job.need,
    wantedGb: neededGb(job, slots),
    ...(adds ? { plan: 'add' as const, holdsSystem: false } : {}),
  };
}
