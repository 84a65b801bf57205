import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';
import { ROOT } from './root';

/** A workshop to begin with: the demo's, or an installation that has nobody yet. */
export type Begins = 'demo' | 'empty';

const SETTING: Readonly<Record<Begins, string>> = {
  demo: 'PETRICHOR_E2E_DEMO',
  empty: 'PETRICHOR_E2E_EMPTY',
};

/** As the owner of the tests' PostgreSQL. */
export async function asAdmin(statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: process.env['PETRICHOR_TEST_POSTGRES'] });
  await client.connect();
  await client.query(statement).finally(() => client.end());
}

/** Before all journeys: one database of each kind, which every journey gets a copy of. */
export default async function makeTemplates(): Promise<() => Promise<void>> {
  const made: string[] = [];
  for (const what of ['demo', 'empty'] as const) {
    const name = `e2e_${what}_${randomUUID().replaceAll('-', '')}`;
    const args = [
      '--conditions=petrichor-source',
      '--import',
      'tsx',
      join(ROOT, 'e2e/support/prepare.ts'),
      name,
      what,
    ];
    const { stdout } = await promisify(execFile)(process.execPath, args, { cwd: ROOT });
    process.env[SETTING[what]] = stdout.trim();
    made.push(name);
  }
  return async () => {
    for (const name of made) await asAdmin(`drop database "${name}" with (force)`);
  };
}

/** A database of its own, as the template is; the address that a server connects to it by. */
export async function databaseLike(what: Begins): Promise<string> {
  const template = new URL(process.env[SETTING[what]]!);
  const name = `e2e_${randomUUID().replaceAll('-', '')}`;
  await asAdmin(`create database "${name}" template "${template.pathname.slice(1)}"`);
  template.pathname = `/${name}`;
  return template.href;
}
