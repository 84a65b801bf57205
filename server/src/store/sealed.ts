import type { WorkshopTx } from './database.js';

export const putSealed = (tx: WorkshopTx, jobId: string, id: string, sealed: Buffer) =>
  tx.query(
    'insert into sealed_note (workshop_id, job_id, id, sealed) values (current_workshop(), $1, $2, $3) on conflict do nothing',
    [jobId, id, sealed],
  );

export async function sealedAt(tx: WorkshopTx, jobId: string, id: string): Promise<Buffer | null> {
  const { rows } = await tx.query<{ sealed: Buffer }>(
    'select sealed from sealed_note where workshop_id = current_workshop() and job_id = $1 and id = $2',
    [jobId, id],
  );
  return rows[0]?.sealed ?? null;
}

/** Gone for good; null: all of the job's. */
export const destroySealed = (tx: WorkshopTx, jobId: string, id: string | null) =>
  tx.query(
    'delete from sealed_note where workshop_id = current_workshop() and job_id = $1 and ($2::uuid is null or id = $2)',
    [jobId, id],
  );
