import { randomUUID } from 'node:crypto';
import {
  addAccount,
  changePerson,
  makeFirstAccount,
  migrate,
  openDatabase,
  type Database,
} from '@petrichor/server';
import pg from 'pg';
import { account } from './account.js';

/** Over a database of its own in the tests' PostgreSQL. */
const name = `test_${randomUUID().replaceAll('-', '')}`;
const postgres = process.env['PETRICHOR_TEST_POSTGRES'];
let database: Database;
let workshopId: string;

async function asAdmin(statement: string): Promise<void> {
  if (!postgres)
    throw new Error(
      'These tests need a PostgreSQL server: run them through ./petrichor test, or set PETRICHOR_TEST_POSTGRES.',
    );
  const client = new pg.Client({ connectionString: postgres });
  await client.connect();
  await client.query(statement).finally(() => client.end());
}

const given = process.env['DATABASE_URL'];
beforeAll(async () => {
  await asAdmin(`create database ${name}`);
  const url = new URL(postgres!);
  url.pathname = `/${name}`;
  process.env['DATABASE_URL'] = url.href;
  await migrate(url.href);
  database = openDatabase(url.href);
  const first = { workshopName: 'Quayside', name: 'Ines', signInName: 'ines', password: 'tide and moon 1' };
  ({ workshopId } = await makeFirstAccount(database, first));
});
afterAll(async () => {
  if (given === undefined) delete process.env['DATABASE_URL'];
  else process.env['DATABASE_URL'] = given;
  await database.end();
  await asAdmin(`drop database ${name} with (force)`);
});

const told = async (...args: string[]): Promise<string> => {
  const lines: string[] = [];
  await account(args, (line: string) => void lines.push(line));
  return lines.join('\n');
};

describe('accounts at the machine itself', () => {
  it('are listed, and get a new password that opens the door; a locked one is unlocked', async () => {
    const { id } = await addAccount(database, workshopId, {
      name: 'Tobiah',
      signInName: 'tobiah',
      password: 'rope and tar 1',
      roles: ['technician'],
    });
    await changePerson(database, workshopId, id, { locked: true }, new Date());
    expect(await told('list')).toMatch(/tobiah +Tobiah, technician, locked \(Quayside\)/);
    const words = await told('reset', ' TOBIAH ');
    const password = /with: (\S+)/.exec(words)![1]!;
    expect(password).toMatch(/^([a-z2-9]{4}-){3}[a-z2-9]{4}$/);
    const { signIn } = await import('../../../server/src/services/accounts.js');
    expect((await signIn(database, { signInName: 'tobiah', password })).name).toBe('Tobiah');
    expect(await told('list')).not.toContain('locked');
  });

  it('that are not there, and words that are none of its own, are said', async () => {
    await expect(told('reset', 'nobody')).rejects.toThrow("Nobody signs in as 'nobody'");
    for (const wrong of [[], ['reset'], ['list', 'ines'], ['delete', 'ines']])
      await expect(told(...wrong)).rejects.toThrow('Use: ./petrichor account');
  });
});
