import type { ItemRef } from '../../shelf/index.js';
import type { JobState } from '../shape/state.js';
import { type OrderState, type Order } from '../shape/orders.js';
import { FIRST_CHANGE, type Change } from '../shape/change.js';

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

type Want = Omit<PartNeed, 'met' | 'order'>;

/** What one change wants that has to be got. */
function wantsOf({ id, thing, verdict }: Change): Want[] {
  // Needs of the first edition are named without a change.
  const key = (own: string): string => (id === FIRST_CHANGE ? own : `${id}/${own}`);
  const from = thing?.drive ?? thing?.part ?? null;
  const lacks = thing?.from === 'shelf' && from !== null && from.inStock < 1;
  const itself: Want[] = lacks
    ? [
        {
          key: key(`${thing.drive ? 'drive' : 'part'}:${from.id}`),
          what: thing.label,
          quantity: 1,
          item: thing.item,
          priceMinor: from.priceMinor,
          leadDays: from.leadDays,
        },
      ]
    : [];
  const extras = (verdict?.extras ?? []).flatMap(({ id: extraId, item }): Want[] =>
    item?.from === 'order'
      ? [
          {
            key: key(`extra:${extraId}`),
            what: item.name,
            quantity: item.quantity,
            item: item.partId ? { kind: 'part', id: item.partId } : null,
            priceMinor: item.priceMinor,
            leadDays: item.leadDays,
          },
        ]
      : [],
  );
  return [...itself, ...extras];
}

/** What the changes and their extras want that was not on the shelf when it was taken. */
export function needsOf(job: Pick<JobState, 'changes' | 'orders' | 'needsMet'>): PartNeed[] {
  const wants = job.changes.filter((one) => one.fitted === null).flatMap(wantsOf);
  return wants.map((want): PartNeed => {
    const order =
      job.orders.findLast(
        (one) => one.need === want.key && one.state !== 'cancelled' && one.state !== 'returned',
      ) ?? null;
    const here = order?.state === 'arrived' || job.needsMet.some((one) => one.key === want.key);
    return { ...want, order, met: here ? 'here' : order ? 'ordered' : 'no' };
  });
}
