import { sure } from '@petrichor/core/units';
import type { AuditEntry } from '@petrichor/api';
import type pg from 'pg';
import type { WorkshopTx } from './database.js';

export const insertAudit = (
  tx: WorkshopTx,
  { at, kind, byId, byName, about, address, requestId }: Omit<AuditEntry, 'id'>,
) =>
  tx.query(
    `insert into audit_entry (workshop_id, at, kind, by_id, by_name, about, address, request_id)
     values (current_workshop(), $1, $2, $3, $4, $5, $6, $7)`,
    [at, kind, byId, byName, JSON.stringify(about), address, requestId],
  );

/** The last ones first, below an id. */
export async function auditBefore(tx: WorkshopTx, before: number, most: number): Promise<AuditEntry[]> {
  const { rows } = await tx.query<Omit<AuditEntry, 'at' | 'id'> & { at: Date; id: string }>(
    `select id, at, kind, by_id as "byId", by_name as "byName", about, address, request_id as "requestId" from audit_entry
     where workshop_id = current_workshop() and id < $1 order by id desc limit $2`,
    [before, most],
  );
  return rows.map((row) => ({ ...row, id: Number(row.id), at: row.at.toISOString() }));
}

/** The workshop of an installation that has one; null: it has none, or several. */
export async function onlyWorkshop(door: Pick<pg.Pool, 'query'>): Promise<string | null> {
  const { rows } = await door.query<{ id: string }>('select id from workshop limit 2');
  return rows.length === 1 ? sure(rows[0]).id : null;
}
