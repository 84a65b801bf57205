import type { ItemRef, Level, StockMove } from '@petrichor/core/shelf';
import type { StockEntry } from '@petrichor/api';
import type { WorkshopTx } from './database.js';

const TABLE = { drive: 'drive', part: 'part' } as const;

export interface HeldItem {
  /** Null: nothing has moved yet; the document says what lies there. */
  readonly level: Level | null;
  readonly inStock: number;
}

/** Locks an item's row until the transaction ends; null: there is no such item. */
export async function lockItem(tx: WorkshopTx, { kind, id }: ItemRef): Promise<HeldItem | null> {
  const { rows } = await tx.query<HeldItem>(
    `select level, (document ->> 'inStock')::int as "inStock" from ${TABLE[kind]} where workshop_id = current_workshop() and id = $1 for update`,
    [id],
  );
  return rows[0] ?? null;
}

export async function putLevel(
  tx: WorkshopTx,
  { kind, id }: ItemRef,
  level: Level,
  free: number,
): Promise<void> {
  await tx.query(
    `update ${TABLE[kind]} set level = $2, document = jsonb_set(document, '{inStock}', to_jsonb($3::int)), changed_at = now()
     where workshop_id = current_workshop() and id = $1`,
    [id, JSON.stringify(level), free],
  );
}

/** What was moved under this id; null: nothing. */
export async function moveOf(
  tx: WorkshopTx,
  id: string,
): Promise<{ item: ItemRef; byName: string; move: StockMove } | null> {
  const { rows } = await tx.query<{ item: ItemRef; byName: string; move: StockMove }>(
    `select json_build_object('kind', item_kind, 'id', item_id) as item, by_name as "byName", body as move
     from stock_move where workshop_id = current_workshop() and id = $1`,
    [id],
  );
  return rows[0] ?? null;
}

/** False when a move of that id is there already. */
export async function insertMove(
  tx: WorkshopTx,
  item: ItemRef,
  entry: Omit<StockEntry, 'jobNumber'>,
): Promise<boolean> {
  const { id, at, byName, move } = entry;
  const { rowCount } = await tx.query(
    `insert into stock_move (workshop_id, id, item_kind, item_id, at, by_name, job_id, body)
     values (current_workshop(), $1, $2, $3, $4, $5, $6, $7) on conflict do nothing`,
    [id, item.kind, item.id, at, byName, move.jobId, JSON.stringify(move)],
  );
  return rowCount === 1;
}

/** Moves of an item, the last one first. */
export async function movesOf(tx: WorkshopTx, { kind, id }: ItemRef, most: number): Promise<StockEntry[]> {
  const { rows } = await tx.query<Omit<StockEntry, 'at'> & { at: Date }>(
    `select m.id, m.at, m.by_name as "byName", m.body as move, j.number as "jobNumber" from stock_move m
     left join job j on j.workshop_id = m.workshop_id and j.id = m.job_id
     where m.workshop_id = current_workshop() and m.item_kind = $1 and m.item_id = $2 order by m.seq desc limit $3`,
    [kind, id, most],
  );
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

/** Levels of everything that has ever moved, by kind and id. */
export async function levels(tx: WorkshopTx): Promise<{ item: ItemRef; level: Level }[]> {
  const { rows } = await tx.query<{ kind: ItemRef['kind']; id: string; level: Level }>(
    `select 'drive' as kind, id, level from drive where workshop_id = current_workshop() and level is not null
     union all select 'part', id, level from part where workshop_id = current_workshop() and level is not null`,
  );
  return rows.map(({ kind, id, level }) => ({ item: { kind, id }, level }));
}

/** What a job holds of the shelf by its moves: reserved pieces, and those it used. */
export async function heldBy(
  tx: WorkshopTx,
  jobId: string,
): Promise<{ item: ItemRef; reserved: number; used: number }[]> {
  const { rows } = await tx.query<{ kind: ItemRef['kind']; id: string; reserved: number; used: number }>(
    `select item_kind as kind, item_id as id,
       sum(case body ->> 'kind' when 'reserved' then (body ->> 'quantity')::int when 'released' then -(body ->> 'quantity')::int
         when 'used' then -(body ->> 'quantity')::int else 0 end)::int as reserved,
       sum(case body ->> 'kind' when 'used' then (body ->> 'quantity')::int when 'received' then -(body ->> 'quantity')::int else 0 end)::int as used
     from stock_move where workshop_id = current_workshop() and job_id = $1 group by 1, 2`,
    [jobId],
  );
  return rows.map(({ kind, id, reserved, used }) => ({ item: { kind, id }, reserved, used }));
}
