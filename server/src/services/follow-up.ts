import { StockMoveSchema, wordsIn, phoneWords, type JobEvent, type JobState, type Order } from '@petrichor/core';
import { randomUUID } from 'node:crypto';
import { putCustomer } from '../store/customers.js';
import type { WorkshopTx } from '../store/database.js';
import { destroySealed } from '../store/sealed.js';
import type { Acting } from './jobs.js';
import { moveIn, settleClaim } from './shelf.js';

/** Events after which a job may hold more or less of the shelf than before. */
const CLAIMS_STOCK: ReadonlySet<JobEvent['type']> = new Set([
  'drive-chosen',
  'variant-settled',
  'adapted',
  'adapted-judged',
  'phase-entered',
  'ended-early',
  'order-told',
  'companion-fitted',
  'companion-undone',
]);

/** What the rest of the workshop does when something happened on a job: shelf, customers, sealed notes. In the same transaction. */
export async function followUp(
  tx: WorkshopTx,
  acting: Acting,
  before: JobState | null,
  job: JobState,
  events: readonly JobEvent[],
): Promise<void> {
  for (const event of events) {
    if (event.type === 'ordered' && event.item) await stock(tx, acting, job, event.orderId, 'ordered', event.dueOn);
    if (event.type === 'order-told') await orderMoved(tx, acting, job, event.orderId, event.state);
    if (event.type === 'companion-undone' && event.step === 'part-returned') await backOnShelf(tx, acting, job, event.companionId);
    if (event.type === 'sealed-destroyed') await destroySealed(tx, job.id, event.noteId);
    if (event.type === 'handed-over') await destroySealed(tx, job.id, null);
    if (event.type === 'job-opened' || event.type === 'intake-amended') await keepCustomer(tx, acting, job);
  }
  if (before && events.some((event) => CLAIMS_STOCK.has(event.type))) await settleClaim(tx, acting, job);
}

async function orderMoved(tx: WorkshopTx, acting: Acting, job: JobState, orderId: string, state: Order['state']): Promise<void> {
  if (state === 'arrived') return stock(tx, acting, job, orderId, 'received', null);
  if (state === 'cancelled') return stock(tx, acting, job, orderId, 'cancelled', null);
  if (state !== 'returned') return;
  // The job lets go of it first; then it leaves the shelf.
  await settleClaim(tx, acting, job);
  await stock(tx, acting, job, orderId, 'used', null);
}

/** Moves the ordered pieces on the shelf. What the shelf does not know, or has been moved by hand meanwhile, is let be. */
async function stock(
  tx: WorkshopTx,
  acting: Acting,
  job: JobState,
  orderId: string,
  kind: 'ordered' | 'received' | 'cancelled' | 'used',
  dueOn: string | null,
): Promise<void> {
  const order = job.orders.find((one) => one.id === orderId);
  if (!order?.item) return;
  const note = kind === 'used' ? `sent back to ${order.supplier}` : order.supplier;
  // For no job: what the job holds of the shelf is settled by its claim.
  await moveIn(tx, acting, randomUUID(), order.item, StockMoveSchema.parse({ kind, quantity: order.quantity, note, dueOn }));
}

/** A part that was rolled back leaves the job as it came to it. What somebody booked out for the job by hand stays booked out. */
async function backOnShelf(tx: WorkshopTx, acting: Acting, job: JobState, companionId: string): Promise<void> {
  const one = job.companions.find((known) => known.id === companionId);
  if (!one) return;
  const move = StockMoveSchema.parse({ kind: 'received', quantity: 1, jobId: job.id, note: 'rolled back' });
  await moveIn(tx, acting, randomUUID(), { kind: 'part', id: one.partId }, move);
}

async function keepCustomer(tx: WorkshopTx, { at }: Acting, { intake }: JobState): Promise<void> {
  const { id, name, reach } = intake.customer;
  if (id === null) return;
  await putCustomer(tx, { id, name, reach }, customerWords(name, reach), at.toISOString());
}

export const customerWords = (name: string, reach: string): string[] => [
  ...new Set([...wordsIn(name), ...wordsIn(reach), ...phoneWords(reach)]),
];
