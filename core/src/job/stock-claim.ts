import type { Extra } from '../fit/index.js';
import type { ItemRef } from '../shelf/index.js';
import { isBefore } from './phases.js';
import type { JobState } from './state.js';

/** What a job holds of the shelf: reserved until the new drive is in, used from then on. */
export interface StockClaim {
  readonly item: ItemRef;
  readonly quantity: number;
  readonly state: 'reserved' | 'used';
}

/** A pure reading of the job: whoever keeps the stock brings its moves in line with it. */
export function stockClaim(job: JobState): StockClaim[] {
  const { choice } = job;
  if (!choice || (job.closed && job.endedEarly && !isIn(job))) return [];
  const state = isIn(job) ? 'used' : 'reserved';
  const drive: StockClaim = { item: { kind: 'drive', id: choice.drive.id }, quantity: 1, state };
  const parts = [...partsOf(choice.verdict.extras)].map(([id, quantity]): StockClaim => ({ item: { kind: 'part', id }, quantity, state }));
  return [drive, ...parts];
}

/** Pieces of the shelf that the extras name; what is to be ordered or lent by the machine is not there to be claimed. */
export function partsOf(extras: readonly Extra[]): Map<string, number> {
  const sum = new Map<string, number>();
  for (const { item } of extras)
    if (item?.partId && item.from === 'shelf') sum.set(item.partId, (sum.get(item.partId) ?? 0) + item.quantity);
  return sum;
}

/** The new drive has gone in: the swap is behind. */
const isIn = (job: JobState): boolean => isBefore('swap', job.phase);
