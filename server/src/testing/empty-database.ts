import { randomUUID } from 'node:crypto';
import pg from 'pg';

export async function connected<T>(address: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: address });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const made: string[] = [];

/** The address of a new database with nothing in it, on the tests' server. */
export async function emptyDatabase(): Promise<string> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await connected(process.env['PETRICHOR_TEST_POSTGRES']!, (client) =>
    client.query(`create database ${name}`),
  );
  made.push(name);
  const url = new URL(process.env['PETRICHOR_TEST_POSTGRES']!);
  url.pathname = `/${name}`;
  return url.href;
}

/** Removes all that `emptyDatabase` made in this file of tests. */
export const dropDatabases = (): Promise<void> =>
  connected(process.env['PETRICHOR_TEST_POSTGRES']!, async (client) => {
    for (const name of made.splice(0)) await client.query(`drop database ${name} with (force)`);
  });
