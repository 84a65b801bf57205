import { fileURLToPath } from 'node:url';
import pg from 'pg';
import PostgratorModule from 'postgrator';

// The package is CommonJS with an interop default; both shapes occur, by loader.
const Postgrator = (PostgratorModule as unknown as { default?: typeof PostgratorModule }).default ?? PostgratorModule;

const MIGRATIONS = fileURLToPath(new URL('../migrations/*', import.meta.url));
/** Any fixed number: it keeps two servers from migrating one database at once. */
const MIGRATION_LOCK = 470_001;

/** Brings the database up to date. Returns the names of what was applied. */
export async function migrate(databaseUrl: string): Promise<string[]> {
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
    const applied = await postgrator.migrate();
    return applied.map((one) => one.name);
  } finally {
    await client.end();
  }
}
