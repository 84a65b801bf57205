import { sure } from '@petrichor/core/units';
import {
  isDrivePlace,
  MachineModelSchema,
  type Drive,
  type MachineModel,
  type Part,
} from '@petrichor/core/hardware';
import { type CompanionCase, evidenceFrom, type FitCase } from '@petrichor/core/job';
import type { WorkshopTx } from './database.js';

export async function listModels(tx: WorkshopTx): Promise<MachineModel[]> {
  const { rows } = await tx.query<{ document: MachineModel }>(
    'select document from machine_model where workshop_id = current_workshop() order by id',
  );
  const cases = await fitCases(tx);
  return rows.map((row) => seen(row.document, cases));
}

/**
 * The transaction from which on nothing that is read now is sure to be there: whoever reads again asks from
 * it.
 */
export async function readingFrom(tx: WorkshopTx): Promise<string> {
  const { rows } = await tx.query<{ from: string }>(
    'select pg_snapshot_xmin(pg_current_snapshot())::text as from',
  );
  return sure(rows[0]).from;
}

/**
 * Drives or parts; those alone that a transaction has changed from `since` on. What a dump brought here bears
 * another server's numbers: it is nobody's change.
 */
export async function listItems<T extends Drive | Part>(
  tx: WorkshopTx,
  table: 'drive' | 'part',
  since: string | null = null,
): Promise<T[]> {
  const { rows } = await tx.query<{ document: T }>(
    since === null
      ? `select document from ${table} where workshop_id = current_workshop() order by id`
      : `select document from ${table} where workshop_id = current_workshop() and changed >= $1::text::xid8
           and changed < pg_snapshot_xmax(pg_current_snapshot()) order by id`,
    since === null ? [] : [since],
  );
  return rows.map((row) => row.document);
}

export async function findModel(tx: WorkshopTx, id: string): Promise<MachineModel | undefined> {
  const { rows } = await tx.query<{ document: MachineModel }>(
    'select document from machine_model where workshop_id = current_workshop() and id = $1',
    [id],
  );
  return rows[0] && seen(rows[0].document, await fitCases(tx, id));
}

/** What proved jobs have shown about sizes, of one model or of all. */
async function fitCases(tx: WorkshopTx, modelId: string | null = null): Promise<FitCase[]> {
  const { rows } = await tx.query<{ fitCase: FitCase }>(
    `select fit_case as "fitCase" from job where workshop_id = current_workshop() and fit_case is not null
     and ($1::text is null or fit_case ->> 'modelId' = $1) order by number`,
    [modelId],
  );
  return rows.map((row) => row.fitCase);
}

/**
 * The model with defaults for what it was written without, and with what jobs here have shown about its
 * slots.
 */
function seen(document: MachineModel, cases: readonly FitCase[]): MachineModel {
  const model = MachineModelSchema.parse(document);
  const own = cases.filter((one) => one.modelId === model.id);
  if (own.length === 0) return model;
  const places = model.places.map((place) =>
    isDrivePlace(place)
      ? {
          ...place,
          evidence: [...own.filter((one) => one.slotId === place.id).map(evidenceFrom), ...place.evidence],
        }
      : place,
  );
  return { ...model, places };
}

export async function findDrive(tx: WorkshopTx, id: string): Promise<Drive | undefined> {
  const { rows } = await tx.query<{ document: Drive }>(
    'select document from drive where workshop_id = current_workshop() and id = $1',
    [id],
  );
  return rows[0]?.document;
}

/** A document of the same id is replaced: the file that comes in is the newer one. */
export async function putModel(tx: WorkshopTx, model: MachineModel): Promise<void> {
  await put(tx, 'machine_model', [model]);
}
export async function putDrives(tx: WorkshopTx, drives: readonly Drive[]): Promise<void> {
  await put(tx, 'drive', drives);
}

export async function putParts(tx: WorkshopTx, parts: readonly Part[]): Promise<void> {
  await put(tx, 'part', parts);
}

/** How many are new: one of the same id stays as it is. */
export const addDrives = (tx: WorkshopTx, drives: readonly Drive[]): Promise<number> =>
  add(tx, 'drive', drives);
export const addParts = (tx: WorkshopTx, parts: readonly Part[]): Promise<number> => add(tx, 'part', parts);

async function add(
  tx: WorkshopTx,
  table: 'drive' | 'part',
  documents: readonly { id: string }[],
): Promise<number> {
  const { rowCount } = await tx.query(
    `insert into ${table} (workshop_id, id, document)
     select current_workshop(), d ->> 'id', d from jsonb_array_elements($1) as d
     on conflict (workshop_id, id) do nothing`,
    [JSON.stringify(documents)],
  );
  return rowCount ?? 0;
}

const put = (
  tx: WorkshopTx,
  table: 'machine_model' | 'drive' | 'part',
  documents: readonly { id: string }[],
) =>
  tx.query(
    `insert into ${table} (workshop_id, id, document)
     select current_workshop(), d ->> 'id', d from jsonb_array_elements($1) as d
     on conflict (workshop_id, id) do update set document = excluded.document, changed_at = now()`,
    [JSON.stringify(documents)],
  );

/** What jobs have shown about companions, the latest first; each job may have shown several. */
export async function companionCases(tx: WorkshopTx): Promise<CompanionCase[]> {
  const { rows } = await tx.query<{ cases: CompanionCase[] }>(
    `select companion_cases as cases from job where workshop_id = current_workshop() and companion_cases is not null order by number desc limit 500`,
  );
  return rows.flatMap((row) => row.cases);
}
