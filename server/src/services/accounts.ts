import { hash, verify } from '@node-rs/argon2';
import type { Account, FirstAccount, NewAccount, Person, SignIn } from '@petrichor/api';
import { randomUUID } from 'node:crypto';
import { Refused } from '../refused.js';
import {
  accountBySignInName,
  anyAccount,
  insertAccount,
  insertFirst,
  listAccounts,
  type AccountRow,
} from '../store/accounts.js';
import type { Database } from '../store/database.js';

/**
 * Costs of Argon2id as the OWASP password storage cheat sheet advises (19 MiB, 2 passes, 1 lane; from
 * memory).
 */
const COSTS = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

const NOT_FIRST = new Refused(
  409,
  'not-first',
  'This installation has its first account already. Sign in, or ask the lead for an account.',
);
const TAKEN = 'That sign-in name is taken. Choose another.';

// Verified against when no such account exists, so that a wrong name takes as long as a wrong password.
const nobody = hash('nobody has this password', COSTS);

export async function signIn(database: Database, { signInName, password }: SignIn): Promise<AccountRow> {
  const account = await accountBySignInName(database.pool, signInName);
  const matches = await verify(account?.passwordHash ?? (await nobody), password);
  if (!account || !matches)
    throw new Refused(
      401,
      'wrong-sign-in',
      'Name or password is wrong. Check both; capitals matter in the password.',
    );
  // Only whoever knows the password is told.
  if (account.locked) throw new Refused(403, 'locked', 'This account is locked. Ask the lead to unlock it.');
  return account;
}

export async function makeFirstAccount(database: Database, first: FirstAccount): Promise<AccountRow> {
  // Before the password is hashed, which is dear on purpose: anybody may ask this.
  if (await anyAccount(database.pool)) throw NOT_FIRST;
  const account = {
    id: randomUUID(),
    name: first.name,
    signInName: first.signInName,
    roles: ['technician', 'desk', 'lead'] as Account['roles'],
  };
  const workshop = { id: randomUUID(), name: first.workshopName };
  const passwordHash = await hashOf(first.password);
  const made = await insertFirst(database.pool, workshop, { ...account, passwordHash });
  if (!made) throw NOT_FIRST;
  return { ...account, passwordHash, workshopId: workshop.id, workshopName: workshop.name, locked: false };
}

export async function addAccount(
  database: Database,
  workshopId: string,
  added: NewAccount,
): Promise<Account> {
  if (await accountBySignInName(database.pool, added.signInName)) throw nameTaken();
  const account: Account = {
    id: randomUUID(),
    name: added.name,
    signInName: added.signInName,
    roles: [...new Set(added.roles)],
  };
  const passwordHash = await hashOf(added.password);
  try {
    await database.inWorkshop(workshopId, (tx) =>
      insertAccount(tx, workshopId, { ...account, passwordHash }),
    );
  } catch (error) {
    throw (error as { code?: string }).code === '23505' ? nameTaken() : error;
  }
  return account;
}

export const accountsOf = (database: Database, workshopId: string): Promise<Person[]> =>
  database.inWorkshop(workshopId, listAccounts);

/** The hash that is kept instead of a password. */
export const hashOf = (password: string): Promise<string> => hash(password, COSTS);
export const isPassword = (kept: string, password: string): Promise<boolean> => verify(kept, password);

const nameTaken = () => new Refused(409, 'name-taken', TAKEN, [{ path: 'signInName', message: TAKEN }]);
