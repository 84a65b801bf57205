import { sure } from '@petrichor/core/units';
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

export async function editionAt(
  tx: WorkshopTx,
  about: About,
  version: number,
): Promise<DiagnosisKnowledge | null> {
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

/** Finished jobs that have a confirmed cause, or this one, below a number, the newest first. */
export async function pastCases(
  tx: WorkshopTx,
  cause: string | null,
  before: number,
  most: number,
): Promise<PastCase[]> {
  const { rows } = await tx.query<{ pastCase: PastCase }>({
    name: 'past-cases',
    text: `select past_case as "pastCase" from job
      where workshop_id = current_workshop() and past_case is not null and number < $2
        and case when $1::text is null then past_case -> 'causes' <> '[]' else past_case -> 'causes' ? $1 end
      order by number desc limit $3`,
    values: [cause, before, most],
  });
  return rows.map((row) => row.pastCase);
}

/**
 * How many editions were saved, and up to where jobs taught something: what was learnt holds until either
 * changes. What this transaction itself taught does not count yet: it may come to nothing.
 */
export interface LearntStamp {
  readonly editions: number;
  readonly taught: number;
}

export async function learntStamp(tx: WorkshopTx): Promise<LearntStamp> {
  const { rows } = await tx.query<{ editions: string; taught: string }>({
    name: 'learnt-stamp',
    text: `select (select count(*) from diagnosis_edition where workshop_id = current_workshop()) as editions,
      (select coalesce(max(id), 0) from taught where workshop_id = current_workshop()
        and xmin is distinct from pg_current_xact_id_if_assigned()::xid) as taught`,
  });
  return { editions: Number(sure(rows[0]).editions), taught: Number(sure(rows[0]).taught) };
}

type Taught = Pick<PastCase, 'causes' | 'answers'>;
/** What a job taught before and teaches now; null: nothing. */
export interface TaughtRow {
  readonly id: number;
  readonly before: Taught | null;
  readonly after: Taught | null;
}

const AT_ONCE = 5000;

/** What was taught since, in order and in pages: a hundred thousand jobs never lie in memory together. */
export async function* taughtSince(
  tx: WorkshopTx,
  after: number,
  upTo: number,
): AsyncGenerator<readonly TaughtRow[], void, void> {
  const only = (column: string): string =>
    `case when ${column} is not null then jsonb_build_object('causes', ${column} -> 'causes', 'answers', ${column} -> 'answers') end`;
  for (let from = after; from < upTo;) {
    const { rows } = await tx.query<Omit<TaughtRow, 'id'> & { id: string }>({
      name: 'taught-since',
      text: `select id, ${only('case_before')} as before, ${only('case_after')} as after from taught
        where workshop_id = current_workshop() and id > $1 and id <= $2 order by id limit ${AT_ONCE}`,
      values: [from, upTo],
    });
    if (rows.length === 0) return;
    yield rows.map((row) => ({ ...row, id: Number(row.id) }));
    from = Number(sure(rows.at(-1)).id);
  }
}
