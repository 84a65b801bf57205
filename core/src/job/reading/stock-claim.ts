import { sure } from '../../units/index.js';
import type { Extra } from '../../fit/index.js';
import type { ItemRef } from '../../shelf/index.js';
import { isFitted, isIn } from './fitted.js';
import type { JobState } from '../shape/state.js';
import { fittedAlone } from './changes.js';

/** What a job holds of the shelf: reserved until the new drive is in, used from then on. */
interface StockClaim {
  readonly item: ItemRef;
  readonly quantity: number;
  readonly state: 'reserved' | 'used';
}

/** A pure reading of the job: whoever keeps the stock brings its moves in line with it. */
export function stockClaim(job: JobState): StockClaim[] {
  return [...ofTheList(job), ...companions(job), ...substitutes(job)].reduce<StockClaim[]>(
    (all, claim) =>
      all.some((one) => same(one, claim))
        ? all.map((one) => (same(one, claim) ? { ...one, quantity: one.quantity + claim.quantity } : one))
        : [...all, claim],
    [],
  );
}

const same = (one: StockClaim, other: StockClaim): boolean =>
  one.item.kind === other.item.kind && one.item.id === other.item.id && one.state === other.state;

function ofTheList(job: JobState): StockClaim[] {
  const planned = job.changes.filter(
    (one) => one.fitted === null && one.thing !== null && one.partReturned === null,
  );
  if (planned.length === 0 || (job.endedEarly && !isFitted(job))) return [];
  const claims = planned.flatMap((change): StockClaim[] => {
    const state = isIn(job, change) ? 'used' : 'reserved';
    const { thing, verdict } = change;
    const parts = [...partsOf(verdict?.extras ?? [])].map(([id, quantity]): StockClaim => ({
      item: { kind: 'part', id },
      quantity,
      state,
    }));
    return [...(thing?.item ? [{ item: thing.item, quantity: 1, state } as const] : []), ...parts];
  });
  const state = isFitted(job) ? 'used' : 'reserved';
  // What was ordered for this job and has come is its own, whatever it stands in for.
  const came = job.orders
    .filter((one) => one.state === 'arrived' && one.item?.kind === 'part')
    .map((one): StockClaim => ({ item: sure(one.item), quantity: one.quantity, state }));
  return [...claims, ...came];
}

const substitutes = (job: JobState): StockClaim[] =>
  job.substitutes.flatMap(({ partId, count }): StockClaim[] =>
    partId === null ? [] : [{ item: { kind: 'part', id: partId }, quantity: count, state: 'used' }],
  );

/** A companion is used while it is in the machine, and the shelf's again once it is returned. */
const companions = (job: JobState): StockClaim[] =>
  fittedAlone(job).flatMap(({ partReturned, thing }): StockClaim[] =>
    partReturned === null && thing?.item ? [{ item: thing.item, quantity: 1, state: 'used' }] : [],
  );

/**
 * Pieces of the shelf that the extras name; what is to be ordered or lent by the machine is not there to be
 * claimed.
 */
export function partsOf(extras: readonly Extra[]): Map<string, number> {
  const sum = new Map<string, number>();
  for (const { item } of extras)
    if (item?.partId && item.from === 'shelf')
      sum.set(item.partId, (sum.get(item.partId) ?? 0) + item.quantity);
  return sum;
}
