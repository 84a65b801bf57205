import { sure } from '@petrichor/core/units';
import type { RecordedEvent } from '@petrichor/core/job';
import type { Level, StockMove } from '@petrichor/core/shelf';
import type pg from 'pg';
import type { WorkshopTx } from './database.js';
import { asEvent, EVENT_COLUMNS, type EventRow } from './jobs.js';

/** What the database keeps of a job beside its events: everything that is drawn from them. */
export interface StoredJob {
  readonly id: string;
  readonly number: number;
  readonly seq: number;
  readonly closed: boolean;
  readonly promisedAt: Date;
  readonly summary: unknown;
  readonly pastCase: unknown;
  readonly fitCase: unknown;
  /** Null: not drawn for the Ledger yet. */
  readonly ledger: unknown;
  readonly finished: unknown;
  readonly companionCases: unknown;
}

export async function workshopIds(pool: Pick<pg.Pool, 'query'>): Promise<string[]> {
  const { rows } = await pool.query<{ id: string }>('select id from workshop order by id');
  return rows.map((row) => row.id);
}

/** Jobs in the order of their ids, after one of them. */
export async function jobsAfter(tx: WorkshopTx, after: string, most: number): Promise<StoredJob[]> {
  const { rows } = await tx.query<StoredJob>({
    name: 'check-jobs',
    text: `select id, number, seq, closed, promised_at as "promisedAt", summary, past_case as "pastCase", fit_case as "fitCase", ledger,
        finished, companion_cases as "companionCases"
      from job where workshop_id = current_workshop() and id > $1 order by id limit $2`,
    values: [after, most],
  });
  return rows;
}

/** Events of several jobs, by job, in order. */
export async function eventsOf(
  tx: WorkshopTx,
  jobIds: readonly string[],
): Promise<Map<string, RecordedEvent[]>> {
  const { rows } = await tx.query<EventRow & { jobId: string }>({
    name: 'check-events',
    text: `select job_id as "jobId", ${EVENT_COLUMNS}
      from job_event where workshop_id = current_workshop() and job_id = any($1) order by job_id, seq`,
    values: [jobIds],
  });
  const byJob = new Map<string, RecordedEvent[]>();
  for (const { jobId, ...row } of rows) {
    const event = asEvent(row);
    const list = byJob.get(jobId);
    if (list) list.push(event);
    else byJob.set(jobId, [event]);
  }
  return byJob;
}

/** By job number: how many words it is found by, and the sum of the first 32 bits of their MD5. */
export async function wordSums(tx: WorkshopTx): Promise<Map<number, { count: number; sum: number }>> {
  const { rows } = await tx.query<{ number: number; count: number; sum: string }>(
    `select number, count(*)::int as count, sum(('x' || substr(md5(word), 1, 8))::bit(32)::bigint)::text as sum
     from ledger_word where workshop_id = current_workshop() group by number`,
  );
  return new Map(rows.map(({ number, count, sum }) => [number, { count, sum: Number(sum) }]));
}

/** Every item that moved: its level, and its moves in order. */
export async function movedItems(
  tx: WorkshopTx,
): Promise<{ kind: 'drive' | 'part'; id: string; level: Level | null; moves: StockMove[] }[]> {
  const { rows } = await tx.query<{
    kind: 'drive' | 'part';
    id: string;
    level: Level | null;
    moves: StockMove[];
  }>(
    `select m.item_kind as kind, m.item_id as id, coalesce(d.level, p.level) as level, json_agg(m.body order by m.seq) as moves
     from stock_move m
     left join drive d on m.item_kind = 'drive' and d.workshop_id = m.workshop_id and d.id = m.item_id
     left join part p on m.item_kind = 'part' and p.workshop_id = m.workshop_id and p.id = m.item_id
     where m.workshop_id = current_workshop() group by 1, 2, 3`,
  );
  return rows;
}

export async function photoHashes(tx: WorkshopTx): Promise<{ hash: string; bytes: number }[]> {
  const { rows } = await tx.query<{ hash: string; bytes: number }>(
    'select hash, bytes from photo where workshop_id = current_workshop() order by hash',
  );
  return rows;
}

/** How many rows of what there are, of one workshop. */
export async function countsOf(tx: WorkshopTx): Promise<RecordCounts> {
  const { rows } = await tx.query<RecordCounts>(
    `select (select count(*)::int from job where workshop_id = current_workshop()) as jobs,
       (select count(*)::int from job_event where workshop_id = current_workshop()) as events,
       (select count(*)::int from stock_move where workshop_id = current_workshop()) as moves,
       (select count(*)::int from photo where workshop_id = current_workshop()) as photos,
       (select count(*)::int from guide_version where workshop_id = current_workshop()) as "guideVersions",
       (select count(*)::int from account where workshop_id = current_workshop()) as accounts`,
  );
  return sure(rows[0]);
}

/** What only ever becomes more. */
export interface RecordCounts {
  readonly jobs: number;
  readonly events: number;
  readonly moves: number;
  readonly photos: number;
  readonly guideVersions: number;
  readonly accounts: number;
}

/** Whether all that was written down as taught comes to just what the jobs teach now. */
export async function isTaughtWhole(tx: WorkshopTx): Promise<boolean> {
  const sum = (column: string): string =>
    `coalesce(sum(('x' || left(md5(${column}::text), 8))::bit(32)::bigint), 0)`;
  const { rows } = await tx.query<{ whole: boolean }>(
    `select (select ${sum('case_after')} - ${sum('case_before')} from taught where workshop_id = current_workshop()) =
      (select ${sum('past_case')} from job where workshop_id = current_workshop()) as whole`,
  );
  return sure(rows[0]).whole;
}
