import { sure } from '@petrichor/core/units';
import type { MoveStock, PutItems, PutLabelled, ShelfReply, StockEntry } from '@petrichor/api';
import { driveFromLabel, isLabelledDrive, partFromLabel } from '@petrichor/core/hardware';
import { stockClaim, type JobState } from '@petrichor/core/job';
import {
  applyMove,
  EMPTY,
  freeOf,
  StockMoveSchema,
  type ItemRef,
  type Level,
  type StockMove,
} from '@petrichor/core/shelf';
import { randomUUID } from 'node:crypto';
import { stringify } from 'safe-stable-stringify';
import { Refused } from '../refused.js';
import type { Database, WorkshopTx } from '../store/database.js';
import { addDrives, addParts, putDrives, putParts } from '../store/knowledge.js';
import { heldBy, insertMove, levels, lockItem, moveOf, movesOf, putLevel } from '../store/shelf.js';
import type { Acting } from './acting.js';

const NO_ITEM = new Refused(404, 'no-item', 'There is no such thing on this shelf. Load the page again.');
const OTHER_MOVE = new Refused(
  409,
  'other-move',
  'Something else was moved under this move’s id, so this was not. Load the page again, and move it once more.',
);
const MOST_MOVES = 200;

export const shelfOf = (database: Database, workshopId: string): Promise<ShelfReply> =>
  database.inWorkshop(workshopId, async (tx) => ({ levels: await levels(tx) }));

export const movesOfItem = (database: Database, workshopId: string, item: ItemRef): Promise<StockEntry[]> =>
  database.inWorkshop(workshopId, (tx) => movesOf(tx, item, MOST_MOVES));

/** Moves pieces of one item; the row is locked, so that two hands cannot take the last one twice. */
export const moveStock = (
  database: Database,
  acting: Acting,
  { id, item, move }: MoveStock,
): Promise<Level> =>
  database.inWorkshop(acting.workshopId, async (tx) => {
    const moved = await moveIn(tx, acting, id, item, StockMoveSchema.parse(move));
    if (!moved.ok) throw new Refused(409, 'cannot-move', moved.sentence);
    return moved.level;
  });

/** Moves pieces within the caller's transaction; says why not instead of failing. */
export async function moveIn(tx: WorkshopTx, { by, at }: Acting, id: string, item: ItemRef, move: StockMove) {
  const held = await lockItem(tx, item);
  if (!held) throw NO_ITEM;
  const level = held.level ?? { ...EMPTY, onShelf: held.inStock };
  // Before it is applied: the last one taken, and told again, is no second one.
  const before = await moveOf(tx, id);
  if (before && stringify(before) === stringify({ item, byName: by.name, move }))
    return { ok: true as const, level };
  if (before) throw OTHER_MOVE;
  const moved = applyMove(level, move);
  if (!moved.ok) return moved;
  if (!(await insertMove(tx, item, { id, at: at.toISOString(), byName: by.name, move }))) throw OTHER_MOVE;
  await putLevel(tx, item, moved.level, freeOf(moved.level));
  return moved;
}

/** A thing in the hand; one that is there already, or was sent twice, stays as it is. */
export const putLabelled = (
  database: Database,
  { workshopId, by }: Acting,
  { id, labelled }: PutLabelled,
): Promise<number> =>
  database.inWorkshop(workshopId, async (tx) => {
    const source = `its label, read by ${by.name}`;
    return isLabelledDrive(labelled)
      ? addDrives(tx, [driveFromLabel(labelled, id, source)])
      : addParts(tx, [partFromLabel(labelled, id, source)]);
  });

/** Documents from a table. What they say of the count is a count of the shelf, and is kept as such. */
export const putItems = (database: Database, acting: Acting, { drives, parts }: PutItems): Promise<number> =>
  database.inWorkshop(acting.workshopId, async (tx) => {
    const counted = await levels(tx);
    await putDrives(tx, drives);
    await putParts(tx, parts);
    const listed = new Map([
      ...drives.map((one) => [`drive ${one.id}`, one.inStock] as const),
      ...parts.map((one) => [`part ${one.id}`, one.inStock] as const),
    ]);
    for (const { item, level } of counted) {
      const free = listed.get(`${item.kind} ${item.id}`);
      if (free === undefined) continue;
      // A list tells what is free: what is reserved lies there besides.
      const move = StockMoveSchema.parse({
        kind: 'counted',
        quantity: free + level.reserved,
        note: 'from a list',
      });
      await moveIn(tx, acting, randomUUID(), item, move);
    }
    return drives.length + parts.length;
  });

/**
 * Brings the moves of a job in line with what it holds now: reserved when a drive is taken, released when
 * another is, used once it is in. What is no longer there is not reserved; the job says so when it looks
 * again.
 */
export async function settleClaim(tx: WorkshopTx, acting: Acting, job: JobState): Promise<void> {
  const claims = new Map(stockClaim(job).map((claim) => [`${claim.item.kind} ${claim.item.id}`, claim]));
  const held = new Map((await heldBy(tx, job.id)).map((one) => [`${one.item.kind} ${one.item.id}`, one]));
  // Always in the same order, so that two jobs never wait for one another.
  for (const key of [...new Set([...claims.keys(), ...held.keys()])].sort()) {
    const claim = claims.get(key);
    const now = held.get(key) ?? { item: sure(claim).item, reserved: 0, used: 0 };
    const wanted = claim?.quantity ?? 0;
    const make = (kind: StockMove['kind'], quantity: number) =>
      quantity > 0
        ? moveIn(tx, acting, randomUUID(), now.item, StockMoveSchema.parse({ kind, quantity, jobId: job.id }))
        : null;
    if (claim?.state === 'used') {
      const missing = wanted - now.used;
      if (now.reserved < missing) await make('reserved', missing - now.reserved);
      await make('used', missing);
    } else {
      await make('released', now.reserved - wanted);
      await make('reserved', wanted - now.reserved - now.used);
    }
  }
}
