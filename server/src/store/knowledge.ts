import type { Drive, MachineModel } from '@petrichor/core';
import type { WorkshopTx } from './database.js';

export async function listModels(tx: WorkshopTx): Promise<MachineModel[]> {
  const { rows } = await tx.query<{ document: MachineModel }>(
    'select document from machine_model where workshop_id = current_workshop() order by id',
  );
  return rows.map((row) => row.document);
}

export async function listDrives(tx: WorkshopTx): Promise<Drive[]> {
  const { rows } = await tx.query<{ document: Drive }>('select document from drive where workshop_id = current_workshop() order by id');
  return rows.map((row) => row.document);
}

export async function findModel(tx: WorkshopTx, id: string): Promise<MachineModel | undefined> {
  const { rows } = await tx.query<{ document: MachineModel }>(
    'select document from machine_model where workshop_id = current_workshop() and id = $1',
    [id],
  );
  return rows[0]?.document;
}

export async function findDrive(tx: WorkshopTx, id: string): Promise<Drive | undefined> {
  const { rows } = await tx.query<{ document: Drive }>('select document from drive where workshop_id = current_workshop() and id = $1', [
    id,
  ]);
  return rows[0]?.document;
}

/** A document of the same id is replaced: the file that comes in is the newer one. */
export async function putModel(tx: WorkshopTx, model: MachineModel): Promise<void> {
  await put(tx, 'machine_model', [model]);
}
export async function putDrives(tx: WorkshopTx, drives: readonly Drive[]): Promise<void> {
  await put(tx, 'drive', drives);
}

const put = (tx: WorkshopTx, table: 'machine_model' | 'drive', documents: readonly { id: string }[]) =>
  tx.query(
    `insert into ${table} (workshop_id, id, document)
     select current_workshop(), d ->> 'id', d from jsonb_array_elements($1) as d
     on conflict (workshop_id, id) do update set document = excluded.document, changed_at = now()`,
    [JSON.stringify(documents)],
  );
