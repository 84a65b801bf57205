import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import type { PastCase } from '@petrichor/core/diagnose';
import { grown, type FitCase, type JobEvent, type JobSummary, type RecordedEvent } from '@petrichor/core/job';
import type pg from 'pg';
import { uuidLiteral, type WorkshopTx } from './database.js';

/** An event as its row has it, under the names of `EVENT_COLUMNS`. */
export interface EventRow {
  seq: number;
  at: Date;
  commandId: string;
  byId: string;
  byName: string;
  body: RecordedEvent['event'];
}

export const EVENT_COLUMNS = 'seq, at, command_id as "commandId", by_id as "byId", by_name as "byName", body';

export const asEvent = ({ seq, at, commandId, byId, byName, body }: EventRow): RecordedEvent => ({
  seq,
  at: at.toISOString(),
  commandId,
  by: { id: byId, name: byName },
  event: grown(body),
});

/** Events of a job after a sequence, in order. */
export async function eventsAfter(tx: WorkshopTx, jobId: string, after: number): Promise<RecordedEvent[]> {
  const { rows } = await tx.query<EventRow>({
    name: 'events-after',
    text: `select ${EVENT_COLUMNS} from job_event where workshop_id = current_workshop() and job_id = $1 and seq > $2 order by seq`,
    values: [jobId, after],
  });
  return rows.map(asEvent);
}

/** What was done under a command's id. */
export interface GivenBefore {
  readonly jobId: string;
  /** Null: written by an older Petrichor, which did not keep it. */
  readonly askedHash: string | null;
  readonly byId: string;
  /** Its first event. */
  readonly type: JobEvent['type'];
}

export interface LockedJob {
  /** Sequence of the job's last event. */
  readonly seq: number;
  /** Null: the command is new. */
  readonly before: GivenBefore | null;
}

const BEFORE = `json_build_object('jobId', job_id, 'askedHash', asked_hash, 'byId', by_id, 'type', body ->> 'type') as before`;

/**
 * Locks the job's row until the transaction ends, then looks the command up; no row: no such job.
 * Two statements on purpose: what the second sees is as of after the wait for the lock, so that a repeat
 * that came in meanwhile is found.
 */
export function lockStatement(jobId: string, commandId: string): string {
  const job = `from job where workshop_id = current_workshop() and id = ${uuidLiteral(jobId)}`;
  const command = `from job_event where workshop_id = current_workshop() and command_id = ${uuidLiteral(commandId)}`;
  return `select seq ${job} for update; select seq, (select ${BEFORE} ${command} order by part limit 1) ${job}`;
}

/** Locks a job's row until the transaction ends; null: no such job. */
export async function lockJob(tx: WorkshopTx, jobId: string): Promise<number | null> {
  const { rows } = await tx.query<{ seq: number }>(
    'select seq from job where workshop_id = current_workshop() and id = $1 for update',
    [jobId],
  );
  return rows[0]?.seq ?? null;
}

export async function seqOfJob(tx: WorkshopTx, jobId: string): Promise<number | null> {
  const { rows } = await tx.query<{ seq: number }>(
    'select seq from job where workshop_id = current_workshop() and id = $1',
    [jobId],
  );
  return rows[0]?.seq ?? null;
}

/** What was done under this command's id before; null: it is new. */
export async function givenBefore(tx: WorkshopTx, commandId: string): Promise<GivenBefore | null> {
  const { rows } = await tx.query<{ before: GivenBefore }>({
    name: 'given-before',
    text: `select ${BEFORE} from job_event where workshop_id = current_workshop() and command_id = $1 order by part limit 1`,
    values: [commandId],
  });
  return rows[0]?.before ?? null;
}

/** Which of these ids no event has. */
export async function commandsMissing(tx: WorkshopTx, commandIds: readonly string[]): Promise<string[]> {
  const { rows } = await tx.query<{ id: string }>(
    `select asked.id from unnest($1::uuid[]) as asked(id) where not exists (
       select from job_event where workshop_id = current_workshop() and command_id = asked.id)`,
    [commandIds],
  );
  return rows.map((row) => row.id);
}

/** The next free job number; numbers of rolled-back jobs are given again. */
export async function takeJobNumber(tx: WorkshopTx): Promise<number> {
  const { rows } = await tx.query<{ number: number }>(
    'update workshop set next_job_number = next_job_number + 1 where id = current_workshop() returning next_job_number - 1 as number',
  );
  return sure(rows[0]).number;
}

/**
 * Adds events of one command (with what it asked, `askedHash`) and brings the list row up to date, all in the
 * caller's transaction. Gives the token that the notification of it carries, should it be committed.
 */
export async function append(
  tx: WorkshopTx,
  summary: JobSummary,
  drawn: { readonly pastCase: PastCase | null; readonly fitCase: FitCase | null },
  events: readonly RecordedEvent[],
  askedHash: string | null,
): Promise<string> {
  const token = randomUUID();
  await tx.query({
    name: 'append',
    text: `with listed as (
        insert into job (workshop_id, id, number, seq, closed, promised_at, summary, past_case, fit_case) values (current_workshop(), $1, $2, $3, $4, $5, $6, $9, $10)
        on conflict (workshop_id, id) do update set seq = excluded.seq, closed = excluded.closed, promised_at = excluded.promised_at,
          summary = excluded.summary, past_case = excluded.past_case, fit_case = excluded.fit_case, changed_at = now()
      ), appended as (
        insert into job_event (workshop_id, job_id, seq, command_id, part, at, by_id, by_name, body, asked_hash)
        select current_workshop(), $1, e.seq, e.command_id, e.part, e.at, e.by_id, e.by_name, e.body, $11
        from json_to_recordset($7) as e(seq integer, command_id uuid, part smallint, at timestamptz, by_id uuid, by_name text, body jsonb)
      )
      select pg_notify('petrichor_job', current_workshop() || ' ' || $1::text || ' ' || $8::text || ' ' || $12::text)`,
    values: [
      summary.id,
      summary.number,
      summary.seq,
      summary.closed,
      summary.promisedAt,
      JSON.stringify(summary),
      JSON.stringify(events.map(asRow)),
      String(sure(events[0]).seq - 1),
      drawn.pastCase && JSON.stringify(drawn.pastCase),
      drawn.fitCase && JSON.stringify(drawn.fitCase),
      askedHash,
      token,
    ],
  });
  return token;
}

const asRow = ({ seq, commandId, at, by, event }: RecordedEvent, part: number) => ({
  seq,
  command_id: commandId,
  part,
  at,
  by_id: by.id,
  by_name: by.name,
  body: event,
});

/** Open jobs by promise, then the last closed ones, and every closed one whose old drive is still here. */
export async function benchRows(tx: WorkshopTx, closedMost: number): Promise<JobSummary[]> {
  const { rows } = await tx.query<{ summary: JobSummary }>(
    `(select summary, closed, promised_at, changed_at from job where workshop_id = current_workshop() and not closed order by promised_at, number)
     union all
     (select summary, closed, promised_at, changed_at from job where workshop_id = current_workshop() and closed_at is not null
      and not old_drive_here order by closed_at desc limit $1)
     union all
     (select summary, closed, promised_at, changed_at from job where workshop_id = current_workshop() and old_drive_here
      order by old_drive_until limit 500)`,
    [closedMost],
  );
  return rows.map((row) => row.summary);
}

export async function summaryOf(tx: WorkshopTx, jobId: string): Promise<JobSummary | null> {
  const { rows } = await tx.query<{ summary: JobSummary }>(
    'select summary from job where workshop_id = current_workshop() and id = $1',
    [jobId],
  );
  return rows[0]?.summary ?? null;
}

/** Jobs that have no row in the Ledger yet, of all workshops. */
export async function undrawnJobs(
  pool: Pick<pg.Pool, 'query'>,
  most: number,
): Promise<{ workshopId: string; jobId: string }[]> {
  const { rows } = await pool.query<{ workshopId: string; jobId: string }>(
    'select workshop_id as "workshopId", id as "jobId" from job where ledger is null limit $1',
    [most],
  );
  return rows;
}

export const putSummary = (tx: WorkshopTx, summary: JobSummary) =>
  tx.query('update job set summary = $2 where workshop_id = current_workshop() and id = $1', [
    summary.id,
    JSON.stringify(summary),
  ]);

/** Jobs with something on order, of all workshops. */
export async function jobsOnOrder(
  pool: Pick<pg.Pool, 'query'>,
  most: number,
): Promise<{ workshopId: string; jobId: string }[]> {
  const { rows } = await pool.query<{ workshopId: string; jobId: string }>(
    `select workshop_id as "workshopId", id as "jobId" from job
     where not closed and orders_open > 0 limit $1`,
    [most],
  );
  return rows;
}
