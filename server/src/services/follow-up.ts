import {
  touches,
  type JobCommand,
  type JobEvent,
  type JobState,
  type Order,
  changeById,
} from '@petrichor/core/job';
import { wordsIn, phoneWords } from '@petrichor/core/ledger';
import { StockMoveSchema } from '@petrichor/core/shelf';
import { randomUUID } from 'node:crypto';
import { putCustomer } from '../store/customers.js';
import type { WorkshopTx } from '../store/database.js';
import { destroySealed } from '../store/sealed.js';
import type { Acting } from './acting.js';
import { moveIn, settleClaim } from './shelf.js';

/** Something happened on a job, within the transaction that wrote it. */
export interface Happened {
  readonly tx: WorkshopTx;
  readonly acting: Acting;
  /** The job as it is now. */
  readonly job: JobState;
  /** Gives another job a command, in the same transaction. */
  readonly elsewhere: (jobId: string, command: JobCommand) => Promise<void>;
}

type Reactions = {
  readonly [T in JobEvent['type']]?: (
    happened: Happened,
    event: Extract<JobEvent, { type: T }>,
  ) => Promise<unknown>;
};

/** What the rest of the workshop does after each kind of event; most change nothing beyond their job. */
const AFTER: Reactions = {
  'job-opened': async (happened) => {
    const { tx, acting, job, elsewhere } = happened;
    await keepCustomer(tx, acting, job);
    const { comebackOf } = job.intake;
    if (comebackOf)
      await elsewhere(comebackOf.jobId, { type: 'came-back', jobId: job.id, number: job.number });
  },
  'intake-amended': ({ tx, acting, job }) => keepCustomer(tx, acting, job),
  ordered: async (happened, { item, orderId, dueOn }) => {
    if (item) await stock(happened, orderId, 'ordered', dueOn);
  },
  'order-told': (happened, { orderId, state }) => orderMoved(happened, orderId, state),
  'companion-undone': async (happened, { companionId, step }) => {
    if (step === 'part-returned') await backOnShelf(happened, companionId);
  },
  'sealed-destroyed': ({ tx, job }, { noteId }) => destroySealed(tx, job.id, noteId),
  'handed-over': ({ tx, job }) => destroySealed(tx, job.id, null),
  // What it teaches goes to the job that it came back from.
  'comeback-explained': async ({ job, elsewhere }, { kind, causeIds, words, operationId }) => {
    const { comebackOf } = job.intake;
    if (comebackOf)
      await elsewhere(comebackOf.jobId, {
        type: 'learn-comeback',
        jobId: job.id,
        kind,
        causeIds,
        words,
        operationId,
      });
  },
};

/** What the rest of the workshop does when something happened on a job. In the same transaction. */
export async function followUp(
  happened: Happened,
  before: JobState | null,
  events: readonly JobEvent[],
): Promise<void> {
  for (const event of events) {
    const react = AFTER[event.type] as
      ((happened: Happened, event: JobEvent) => Promise<unknown>) | undefined;
    await react?.(happened, event);
  }
  if (before && events.some((event) => touches(event, 'stock')))
    await settleClaim(happened.tx, happened.acting, happened.job);
}

async function orderMoved(happened: Happened, orderId: string, state: Order['state']): Promise<void> {
  if (state === 'arrived') return stock(happened, orderId, 'received', null);
  if (state === 'cancelled') return stock(happened, orderId, 'cancelled', null);
  if (state !== 'returned') return;
  // The job lets go of it first; then it leaves the shelf.
  await settleClaim(happened.tx, happened.acting, happened.job);
  await stock(happened, orderId, 'used', null);
}

/**
 * Moves the ordered pieces on the shelf. What the shelf does not know, or has been moved by hand meanwhile,
 * is let be.
 */
async function stock(
  { tx, acting, job }: Happened,
  orderId: string,
  kind: 'ordered' | 'received' | 'cancelled' | 'used',
  dueOn: string | null,
): Promise<void> {
  const order = job.orders.find((one) => one.id === orderId);
  if (!order?.item) return;
  const note = kind === 'used' ? `sent back to ${order.supplier}` : order.supplier;
  // For no job: what the job holds of the shelf is settled by its claim.
  await moveIn(
    tx,
    acting,
    randomUUID(),
    order.item,
    StockMoveSchema.parse({ kind, quantity: order.quantity, note, dueOn }),
  );
}

/**
 * A part that was rolled back leaves the job as it came to it. What somebody booked out for the job by hand
 * stays booked out.
 */
async function backOnShelf({ tx, acting, job }: Happened, companionId: string): Promise<void> {
  const item = changeById(job, companionId)?.thing?.item;
  if (!item) return;
  const move = StockMoveSchema.parse({ kind: 'received', quantity: 1, jobId: job.id, note: 'rolled back' });
  await moveIn(tx, acting, randomUUID(), item, move);
}

/** The customer of a job among the workshop's customers, as the intake has them now. */
export async function keepCustomer(tx: WorkshopTx, { at }: Acting, { intake }: JobState): Promise<void> {
  const { id, name, reach } = intake.customer;
  if (id === null) return;
  await putCustomer(tx, { id, name, reach }, customerWords(name, reach), at.toISOString());
}

export const customerWords = (name: string, reach: string): string[] => [
  ...new Set([...wordsIn(name), ...wordsIn(reach), ...phoneWords(reach)]),
];
