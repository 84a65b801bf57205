import { randomUUID } from 'node:crypto';
import pg from 'pg';

const LOCK = `select seq from job where workshop_id = current_workshop() and id = '%job%' for update;
  select seq, (select body from job_event where workshop_id = current_workshop() and command_id = '%command%' order by part limit 1)
  from job where workshop_id = current_workshop() and id = '%job%'`;
const WRITE = `with listed as (
    update job set seq = $2, summary = $3, changed_at = now() where workshop_id = current_workshop() and id = $1
  ), appended as (
    insert into job_event (workshop_id, job_id, seq, command_id, part, at, by_id, by_name, body, asked_hash)
    values (current_workshop(), $1, $2, $4, 0, now(), $5, 'Ines', $6, $7)
  )
  select pg_notify('bench_reference', $1::text || ' ' || $2::text)`;

interface Row {
  readonly workshopId: string;
  readonly id: string;
  readonly seq: number;
  readonly summary: unknown;
  readonly body: unknown;
  readonly byId: string;
}

/**
 * What a tick asks of the database, by bare SQL with nothing around it: the row locked, the command looked
 * up, an event appended and the row of the Bench rewritten, `each` times on each of these jobs at once, over
 * as many lines as the server has. The jobs are no good afterwards: their events repeat the last one.
 *
 * @returns ticks in a second
 */
export async function plainTicks(
  databaseUrl: string,
  jobIds: readonly string[],
  each: number,
): Promise<number> {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 12 });
  const { rows } = await pool.query<Row>(
    `select j.workshop_id as "workshopId", j.id, j.seq, j.summary, e.body, e.by_id as "byId" from job j
     join job_event e on e.workshop_id = j.workshop_id and e.job_id = j.id and e.seq = j.seq where j.id = any($1)`,
    [jobIds],
  );
  const warm = Array.from({ length: 12 }, () => pool.query('select pg_sleep(0.05)'));
  await Promise.all(warm);
  const began = performance.now();
  await Promise.all(
    rows.map(async (row) => {
      for (let n = 1; n <= each; n++) await tick(pool, row, row.seq + n);
    }),
  );
  const seconds = (performance.now() - began) / 1000;
  await pool.end();
  return (rows.length * each) / seconds;
}

async function tick(pool: pg.Pool, { workshopId, id, summary, body, byId }: Row, seq: number): Promise<void> {
  const command = randomUUID();
  const client = await pool.connect();
  try {
    const lock = LOCK.replaceAll('%job%', id).replace('%command%', command);
    await client.query(
      `begin; set local role petrichor_app; set local petrichor.workshop = '${workshopId}'; ${lock}`,
    );
    const values = [id, seq, JSON.stringify(summary), command, byId, JSON.stringify(body), 'f'.repeat(64)];
    await client.query({ name: 'plain-tick', text: WRITE, values });
    await client.query('commit');
  } finally {
    client.release();
  }
}
