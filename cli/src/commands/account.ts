import { sure } from '@petrichor/core/units';
import {
  accountBySignInName,
  changePerson,
  listAllAccounts,
  openDatabase,
  resetPassword,
  serverUrl,
  type Database,
} from '@petrichor/server';
import { randomInt } from 'node:crypto';
import { join } from 'node:path';
import { Fault } from '../fault.js';
import { STATE } from '../paths.js';
import { startCluster } from '../setup/postgres.js';
import { mustBeUpToDate } from '../setup/up-to-date.js';

const USE = 'Use: ./petrichor account list [--demo], or ./petrichor account reset SIGN-IN-NAME [--demo].';

/**
 * Who may sign in, and a new password for somebody, by whoever sits at the machine itself: also when the last
 * lead forgot theirs.
 */
export async function account(args: readonly string[], log = console.log): Promise<void> {
  const demo = args.includes('--demo');
  const [what, name, ...more] = args.filter((one) => one !== '--demo');
  if (more.length > 0 || !(what === 'list' ? name === undefined : what === 'reset' && name !== undefined))
    throw new Fault(USE, 2);
  const given = process.env['DATABASE_URL'];
  const cluster = given ? null : await startCluster(join(STATE, 'postgres'));
  try {
    const url = given ?? (await sure(cluster).database(demo ? 'petrichor_demo' : 'petrichor'));
    await mustBeUpToDate(url);
    const database = openDatabase(await serverUrl(url));
    try {
      await (what === 'list' ? list(database, log) : reset(database, sure(name), log));
    } finally {
      await database.end();
    }
  } finally {
    await cluster?.stop();
  }
}

async function list(database: Database, log: (line: string) => void): Promise<void> {
  for (const { signInName, name, roles, locked, workshopName } of await listAllAccounts(database.pool))
    log(
      `${signInName.padEnd(20)} ${name}, ${roles.join(' and ')}${locked ? ', locked' : ''} (${workshopName})`,
    );
}

async function reset(database: Database, name: string, log: (line: string) => void): Promise<void> {
  const found = await accountBySignInName(database.pool, name.trim().toLowerCase());
  if (!found) throw new Fault(`Nobody signs in as '${name}'. See who does with ./petrichor account list.`);
  const password = newPassword();
  const now = new Date();
  await resetPassword(database, found.workshopId, found.id, password, now);
  if (found.locked) await changePerson(database, found.workshopId, found.id, { locked: false }, now);
  log(`${found.name} signs in as ${found.signInName} with: ${password}`);
  log('Whoever was signed in with the old password is signed out. Change it under People once you are in.');
}

/** Without signs that look alike; 16 of 31 are 79 bits. */
const SIGNS = 'abcdefghjkmnpqrstuvwxyz23456789';
const newPassword = (): string =>
  Array.from({ length: 4 }, () =>
    Array.from({ length: 4 }, () => SIGNS[randomInt(SIGNS.length)]).join(''),
  ).join('-');
