import { sayDrive } from '../../hardware/index.js';
import type { ItemRef } from '../../shelf/index.js';
import type { JobState } from '../shape/state.js';
import { type OrderState, type Order } from '../shape/orders.js';
import { mainDrive } from './changes.js';

/** One thing this job needs that is not on the shelf. */
export interface PartNeed {
  readonly key: string;
  readonly what: string;
  readonly quantity: number;
  readonly item: ItemRef | null;
  /** What the shelf's list says it costs; null: nobody knows. */
  readonly priceMinor: number | null;
  readonly leadDays: number | null;
  /** How it is met: not at all, on order, here. */
  readonly met: 'no' | 'ordered' | 'here';
  readonly order: Order | null;
}

const OVER = new Set<OrderState>(['arrived', 'cancelled', 'returned']);

/** Orders that have not come, nor been called off, soonest first. */
export const ordersOpen = ({ orders }: Pick<JobState, 'orders'>): Order[] =>
  orders.filter((one) => !OVER.has(one.state)).sort((a, b) => (a.dueOn ?? '9').localeCompare(b.dueOn ?? '9'));

/** What the chosen drive and its extras want that was not on the shelf when it was taken. */
export function needsOf(job: Pick<JobState, 'changes' | 'orders' | 'needsMet'>): PartNeed[] {
  const choice = mainDrive(job);
  if (!choice) return [];
  const wants: Omit<PartNeed, 'met' | 'order'>[] = [];
  if (choice.drive.inStock < 1)
    wants.push({
      key: `drive:${choice.drive.id}`,
      what: sayDrive(choice.drive),
      quantity: 1,
      item: { kind: 'drive', id: choice.drive.id },
      priceMinor: choice.drive.priceMinor,
      leadDays: choice.drive.leadDays,
    });
  for (const { id, item } of choice.verdict.extras)
    if (item?.from === 'order')
      wants.push({
        key: `extra:${id}`,
        what: item.name,
        quantity: item.quantity,
        item: item.partId ? { kind: 'part', id: item.partId } : null,
        priceMinor: item.priceMinor,
        leadDays: item.leadDays,
      });
  return wants.map((want): PartNeed => {
    const order =
      job.orders.findLast(
        (one) => one.need === want.key && one.state !== 'cancelled' && one.state !== 'returned',
      ) ?? null;
    const here = order?.state === 'arrived' || job.needsMet.some((one) => one.key === want.key);
    return { ...want, order, met: here ? 'here' : order ? 'ordered' : 'no' };
  });
}
