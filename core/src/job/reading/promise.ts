import { sure } from '../../units/index.js';
import { ordersOpen } from './orders.js';
import type { JobState } from '../shape/state.js';

const DAY_MS = 86_400_000;

/**
 * When the machine can be promised once everything ordered is here: the working day after the last part is
 * due, at the hour that was promised (common practice, no source). Null: nothing moves, or a day nobody
 * knows; it is only ever moved later.
 */
export function promiseAfterOrders(job: Pick<JobState, 'orders' | 'intake'>): string | null {
  const due = ordersOpen(job).map((one) => one.dueOn);
  if (due.length === 0 || due.some((one) => one === null)) return null;
  const last = sure(due.reduce((a, b) => (sure(a) > sure(b) ? a : b)));
  const promised = new Date(job.intake.promisedAt);
  const clock = job.intake.promisedAt.slice(10);
  const day = nextWorkingDay(last);
  const moved = new Date(`${day}${clock}`);
  return moved > promised ? moved.toISOString() : null;
}

/** The first day after `day` that is no Saturday or Sunday. */
function nextWorkingDay(day: string): string {
  let at = new Date(`${day}T00:00:00Z`).getTime() + DAY_MS;
  while ([0, 6].includes(new Date(at).getUTCDay())) at += DAY_MS;
  return new Date(at).toISOString().slice(0, 10);
}
