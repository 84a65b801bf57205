import { sure } from '@petrichor/core/units';
import { createHmac } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import PostgratorModule from 'postgrator';

// The package is CommonJS with an interop default; both shapes occur, by loader.
const Postgrator =
  (PostgratorModule as unknown as { default?: typeof PostgratorModule }).default ?? PostgratorModule;

const FOLDER = fileURLToPath(new URL('../migrations/', import.meta.url));
const MIGRATIONS = `${FOLDER}*`;
const ROLES = fileURLToPath(new URL('../roles.sql', import.meta.url));
const GRANTS = fileURLToPath(new URL('../grants.sql', import.meta.url));
/** Any fixed number: it keeps two servers from migrating one database at once. */
const MIGRATION_LOCK = 470_001;
const DOOR = 'petrichor_door';
/** Roles belong to the whole cluster: two databases of it may be made ready at once. */
const TRIES = 8;

/** A database that a newer Petrichor has brought up to date: nothing of it may be touched by this one. */
export class NewerDatabase extends Error {}

/** What would bring a database of this shape up to date, in order: number and words. */
export const pendingMigrations = (shape: number): { readonly number: number; readonly words: string }[] =>
  readdirSync(FOLDER)
    .sort()
    .map((file) => sure(/^(\d+)\.do\.(.+)\.sql$/.exec(file)))
    .map(([, number, words]) => ({ number: Number(number), words: sure(words).replaceAll('-', ' ') }))
    .filter(({ number }) => number > shape);

/**
 * Brings the database up to date, and makes sure of roles, policies and grants. Returns the names of what was
 * applied.
 *
 * @param to the shape to stop at; only tests do
 * @throws NewerDatabase where a newer Petrichor was here
 */
export async function migrate(databaseUrl: string, to?: number): Promise<string[]> {
  const newest = sure(pendingMigrations(0).at(-1)).number;
  const shape = await schemaVersion(databaseUrl);
  if (shape > newest)
    throw new NewerDatabase(
      `A newer Petrichor has brought this database up to date (it has shape ${shape}; this one knows ${newest}). Start the newer one again, or restore a backup from before: ./petrichor restore. Nothing was changed.`,
    );
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    const postgrator = new Postgrator({
      migrationPattern: MIGRATIONS,
      driver: 'pg',
      schemaTable: 'schema_version',
      execQuery: (query) => client.query(query),
    });
    const applied = await postgrator.migrate(to === undefined ? undefined : String(to));
    if (to !== undefined) return applied.map((one) => one.name);
    await again(() => client.query(readFileSync(ROLES, 'utf8')));
    await again(() => client.query(readFileSync(GRANTS, 'utf8')));
    return applied.map((one) => one.name);
  } finally {
    await client.end();
  }
}

/** Makes sure of the roles alone: for a server that a dump is about to be brought into. */
export async function makeRoles(databaseUrl: string): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await again(() => client.query(readFileSync(ROLES, 'utf8')));
  } finally {
    await client.end();
  }
}

/** Which shape the database has: the number of its last migration; 0: none yet. */
export async function schemaVersion(databaseUrl: string): Promise<number> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { rows } = await client.query<{ there: string | null }>(
      "select to_regclass('public.schema_version')::text as there",
    );
    if (sure(rows[0]).there === null) return 0;
    const found = await client.query<{ version: string | null }>(
      'select max(version)::text as version from schema_version',
    );
    return Number(sure(found.rows[0]).version ?? 0);
  } finally {
    await client.end();
  }
}

/**
 * The address by which the server connects: as an ordinary role that owns nothing. Its password comes from
 * the owner's own, so that it is the same for every program that knows that, and is kept nowhere.
 *
 * @param ownerUrl of a migrated database, as whoever owns it
 */
export async function serverUrl(ownerUrl: string): Promise<string> {
  const url = new URL(ownerUrl);
  const password = createHmac('sha256', url.password || ownerUrl)
    .update(DOOR)
    .digest('hex');
  url.username = DOOR;
  url.password = password;
  if (!(await opens(url.href))) {
    const client = new pg.Client({ connectionString: ownerUrl });
    await client.connect();
    try {
      await again(() => client.query(`alter role ${DOOR} login password '${password}'`));
    } finally {
      await client.end();
    }
  }
  return url.href;
}

async function opens(url: string): Promise<boolean> {
  const client = new pg.Client({ connectionString: url });
  client.on('error', () => undefined);
  try {
    await client.connect();
    await client.end();
    return true;
  } catch {
    return false;
  }
}

/** Two who change the same role at once: one is told that the row was changed under it, and asks again. */
async function again(ask: () => Promise<unknown>): Promise<void> {
  for (let tries = 1; ; tries++) {
    try {
      await ask();
      return;
    } catch (error) {
      if (
        tries === TRIES ||
        !/concurrently updated|deadlock|already exists|duplicate key/.test((error as Error).message)
      )
        throw error;
      await new Promise((done) => setTimeout(done, 20 * tries));
    }
  }
}
