import { sure } from '@petrichor/core/units';
import type { Correction, GuideVersionNote, ModelRecord, SettleCorrection } from '@petrichor/api';
import type { MachineModel } from '@petrichor/core/hardware';
import type { Policy } from '@petrichor/core/teardown';
import type { WorkshopTx } from './database.js';

export async function policyRow(tx: WorkshopTx): Promise<Policy | null> {
  const { rows } = await tx.query<{ policy: Policy | null }>({
    name: 'policy',
    text: 'select policy from workshop where id = current_workshop()',
  });
  return rows[0]?.policy ?? null;
}

export const putPolicy = (tx: WorkshopTx, policy: Policy) =>
  tx.query('update workshop set policy = $1 where id = current_workshop()', [JSON.stringify(policy)]);

/** The number of the newest version, drafts too; 0 where the model is not known. */
export async function newestVersion(tx: WorkshopTx, modelId: string): Promise<number> {
  const { rows } = await tx.query<{ version: number }>(
    `select greatest(
       coalesce((select max(version) from guide_version where workshop_id = current_workshop() and model_id = $1), 0),
       coalesce((select (document -> 'guide' ->> 'version')::int from machine_model where workshop_id = current_workshop() and id = $1), 0)
     ) as version`,
    [modelId],
  );
  return sure(rows[0]).version;
}

/** False when that version is there already: somebody else was first. */
export async function insertVersion(
  tx: WorkshopTx,
  model: MachineModel,
  note: Omit<GuideVersionNote, 'version' | 'state'>,
): Promise<boolean> {
  const { rowCount } = await tx.query(
    `insert into guide_version (workshop_id, model_id, version, state, document, why, saved_at, saved_by)
     values (current_workshop(), $1, $2, $3, $4, $5, $6, $7) on conflict do nothing`,
    [
      model.id,
      model.guide.version,
      model.guide.state,
      JSON.stringify(model),
      note.why,
      note.savedAt,
      note.savedBy,
    ],
  );
  return rowCount === 1;
}

export async function versionAt(
  tx: WorkshopTx,
  modelId: string,
  version: number,
): Promise<MachineModel | null> {
  const { rows } = await tx.query<{ document: MachineModel }>(
    'select document from guide_version where workshop_id = current_workshop() and model_id = $1 and version = $2',
    [modelId, version],
  );
  return rows[0]?.document ?? null;
}

/** Newest first; the last hundred jobs. */
export async function modelRecord(tx: WorkshopTx, modelId: string): Promise<ModelRecord> {
  const versions = await tx.query<Omit<GuideVersionNote, 'savedAt'> & { savedAt: Date }>(
    `select version, state, why, saved_at as "savedAt", saved_by as "savedBy" from guide_version
     where workshop_id = current_workshop() and model_id = $1 order by version desc`,
    [modelId],
  );
  const corrections = await tx.query<Correction>(
    `select e.job_id as "jobId", j.number as "jobNumber", e.seq, e.body -> 'about' ->> 'operationId' as "operationId",
       (e.body -> 'about' ->> 'guideVersion')::int as "guideVersion", e.body ->> 'text' as text, coalesce(e.body -> 'photos', '[]') as photos,
       to_json(e.at) #>> '{}' as at, e.by_name as by,
       case when s.seq is null then null
         else jsonb_build_object('verdict', s.verdict, 'words', s.words, 'at', s.settled_at, 'by', s.settled_by) end as settled
     from job_event e
     join job j on j.workshop_id = e.workshop_id and j.id = e.job_id
     left join correction_settled s on s.workshop_id = e.workshop_id and s.job_id = e.job_id and s.seq = e.seq
     where e.workshop_id = current_workshop() and e.body ->> 'type' = 'noted' and e.body ->> 'kind' = 'correction'
       and e.body -> 'about' ->> 'modelId' = $1
     order by s.seq is not null, e.at desc limit 200`,
    [modelId],
  );
  const jobs = await tx.query<ModelRecord['jobs'][number]>(
    `select id, number, summary ->> 'customer' as customer, closed, 
       (select to_json(e.at) #>> '{}' from job_event e where e.workshop_id = job.workshop_id and e.job_id = job.id and e.seq = 1) as "openedAt"
     from job where workshop_id = current_workshop() and model_id = $1 order by number desc limit 100`,
    [modelId],
  );
  return {
    versions: versions.rows.map((row) => ({ ...row, savedAt: row.savedAt.toISOString() })),
    corrections: corrections.rows,
    jobs: jobs.rows,
  };
}

/** False when there is no such correction, or somebody settled it before. */
export async function settleCorrection(
  tx: WorkshopTx,
  { jobId, seq }: { readonly jobId: string; readonly seq: number },
  { verdict, words }: SettleCorrection,
  by: { readonly at: string; readonly name: string },
): Promise<boolean> {
  const { rowCount } = await tx.query(
    `insert into correction_settled (workshop_id, job_id, seq, verdict, words, settled_at, settled_by)
     select current_workshop(), job_id, seq, $3, $4, $5, $6 from job_event
     where workshop_id = current_workshop() and job_id = $1 and seq = $2 and body ->> 'kind' = 'correction'
     on conflict do nothing`,
    [jobId, seq, verdict, words, by.at, by.name],
  );
  return rowCount === 1;
}
