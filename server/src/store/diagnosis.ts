import type { About, DiagnosisKnowledge, PastCase } from '@petrichor/core/diagnose';
import type { EditionNote } from '@petrichor/api';
import type { WorkshopTx } from './database.js';

/** The workshop's last edition, or null while the one that ships holds. */
export async function lastEdition(tx: WorkshopTx, about: About): Promise<DiagnosisKnowledge | null> {
  const { rows } = await tx.query<{ document: DiagnosisKnowledge }>({
    name: 'last-edition',
    text: 'select document from diagnosis_edition where workshop_id = current_workshop() and about = $1 order by version desc limit 1',
    values: [about],
  });
  return rows[0]?.document ?? null;
}

export async function editionAt(tx: WorkshopTx, about: About, version: number): Promise<DiagnosisKnowledge | null> {
  const { rows } = await tx.query<{ document: DiagnosisKnowledge }>(
    'select document from diagnosis_edition where workshop_id = current_workshop() and about = $1 and version = $2',
    [about, version],
  );
  return rows[0]?.document ?? null;
}

/** False when that version is there already: somebody else was first. */
export async function insertEdition(
  tx: WorkshopTx,
  document: DiagnosisKnowledge,
  note: Pick<EditionNote, 'savedAt' | 'savedBy' | 'why'>,
): Promise<boolean> {
  const { rowCount } = await tx.query(
    `insert into diagnosis_edition (workshop_id, about, version, document, saved_at, saved_by, why)
     values (current_workshop(), $1, $2, $3, $4, $5, $6) on conflict do nothing`,
    [document.about, document.version, JSON.stringify(document), note.savedAt, note.savedBy, note.why],
  );
  return rowCount === 1;
}

export async function listEditions(tx: WorkshopTx): Promise<EditionNote[]> {
  const { rows } = await tx.query<Omit<EditionNote, 'savedAt'> & { savedAt: Date }>(
    'select about, version, saved_at as "savedAt", saved_by as "savedBy", why from diagnosis_edition where workshop_id = current_workshop() order by saved_at desc',
  );
  return rows.map((row) => ({ ...row, savedAt: row.savedAt.toISOString() }));
}

/** Every finished job that teaches something, the oldest first. */
export async function pastCases(tx: WorkshopTx): Promise<PastCase[]> {
  const { rows } = await tx.query<{ pastCase: PastCase }>(
    `select past_case as "pastCase" from job where workshop_id = current_workshop() and past_case is not null order by past_case ->> 'closedAt'`,
  );
  return rows.map((row) => row.pastCase);
}

/** Changes whenever an edition is saved or a job teaches something: what was learnt may be kept until then. */
export async function learntStamp(tx: WorkshopTx): Promise<string> {
  const { rows } = await tx.query<{ stamp: string }>({
    name: 'learnt-stamp',
    text: `select (select count(*) from diagnosis_edition where workshop_id = current_workshop()) || '/' ||
      (select count(*) from job where workshop_id = current_workshop() and past_case is not null) as stamp`,
  });
  return rows[0]!.stamp;
}
