import pg from 'pg';

/** A connection inside a transaction that is bound to one workshop. */
export type WorkshopTx = Pick<pg.PoolClient, 'query'>;

/** The database, as the services see it. */
export interface Database {
  readonly pool: pg.Pool;
  /** Runs `work` in one transaction that can see this workshop only (row-level security). */
  inWorkshop<T>(workshopId: string, work: (tx: WorkshopTx) => Promise<T>): Promise<T>;
  /**
   * The same, with statements sent along with the transaction's begin, a round trip less on the path of every
   * tick; `work` gets the last one's row.
   */
  inWorkshopAfter<R extends pg.QueryResultRow, T>(
    workshopId: string,
    first: string,
    work: (tx: WorkshopTx, row: R | undefined) => Promise<T>,
  ): Promise<T>;
  end(): Promise<void>;
}

/** Longer than a busy pool makes anybody wait; shorter than a person does. */
const CONNECT_MS = 8000;

/**
 * A line to the database that is half open answers never: longer than any question here takes, and it is
 * given up.
 */
const ANSWER_MS = 20_000;

/**
 * SQLSTATE classes 08 (connection), 40 (rolled back for another's sake), 53 (no room, no memory), 57 (shut
 * down, starting, broken off), 58 (the system below it), and what Node says of a dead line: asked again, it
 * may well be yes.
 */
const AWAY = /^(08|40|53|57|58|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND)/;
const AWAY_WORDS =
  /connection terminated|not queryable|timeout exceeded when trying to connect|connection ended|query read timeout/i;

/** Whether a failure means that the database could not be asked, not that it said no. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const { code } = error as { code?: string };
  if (code !== undefined) return AWAY.test(code);
  return AWAY_WORDS.test(error.message) || isDatabaseAway(error.cause);
}

/**
 * SQLSTATE class 22: what was sent is nothing that the database can keep, such as a NUL in a text or a number
 * out of its range.
 */
export const isDataRefused = (error: unknown): boolean =>
  error instanceof Error && /^22/.test((error as { code?: string }).code ?? '');

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

export function openDatabase(databaseUrl: string): Database {
  const pool = new pg.Pool({
    connectionString: databaseUrl,
    max: 12,
    connectionTimeoutMillis: CONNECT_MS,
    query_timeout: ANSWER_MS,
    keepAlive: true,
  });
  // A connection that dies (the database was restarted) is dropped by the pool, and what was asked on it
  // fails by itself. Without a listener it would end the process: the pool's own for idle ones, one of each
  // client's while it is in use.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return {
    pool,
    inWorkshop: (workshopId, work) => inTransaction(pool, workshopId, 'select', work),
    inWorkshopAfter: (workshopId, first, work) => inTransaction(pool, workshopId, first, work),
    end: () => pool.end(),
  };
}

async function inTransaction<R extends pg.QueryResultRow, T>(
  pool: pg.Pool,
  workshopId: string,
  first: string,
  work: (tx: WorkshopTx, row: R | undefined) => Promise<T>,
): Promise<T> {
  const client = await pool.connect();
  try {
    const begin = `begin; set local role petrichor_app; set local petrichor.workshop = ${uuidLiteral(workshopId)}; ${first}`;
    const results = (await client.query(begin)) as unknown as pg.QueryResult<R>[];
    const result = await work(client, results.at(-1)?.rows[0]);
    await client.query('commit');
    client.release();
    return result;
  } catch (error) {
    const broken = await client.query('rollback').then(
      () => false,
      () => true,
    );
    client.release(broken);
    throw error;
  }
}

/** A UUID as SQL text, for statements that take no parameters; anything else is refused. */
export function uuidLiteral(id: string): string {
  if (!UUID.test(id)) throw new Error(`Not a UUID: ${id}`);
  return `'${id}'`;
}

/** Asks one after the other: a connection answers one question at a time. */
export async function oneByOne<T, R>(all: readonly T[], ask: (one: T) => Promise<R>): Promise<R[]> {
  const answers: R[] = [];
  for (const one of all) answers.push(await ask(one));
  return answers;
}
