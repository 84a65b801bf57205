import { sure } from '@petrichor/core/units';
import type { Role } from '@petrichor/core/job';
import type { Account, Person } from '@petrichor/api';
import type pg from 'pg';
import type { WorkshopTx } from './database.js';

/** An account with what only the door may see. */
export interface AccountRow extends Account {
  readonly workshopId: string;
  readonly workshopName: string;
  readonly passwordHash: string;
  /** May not sign in, and is not signed in. */
  readonly locked: boolean;
}

/** Any fixed number: of two who make the first account at once, one waits for the other. */
const FIRST_ACCOUNT_LOCK = 470_002;

const COLUMNS = `a.id, a.name, a.sign_in_name as "signInName", a.roles, a.workshop_id as "workshopId", w.name as "workshopName", a.password_hash as "passwordHash", a.locked_at is not null as locked`;

// At the door nobody belongs to a workshop yet: these few queries run as the door, whose policies see every
// account.

export async function accountBySignInName(pool: pg.Pool, signInName: string): Promise<AccountRow | null> {
  const { rows } = await pool.query<AccountRow>(
    `select ${COLUMNS} from account a join workshop w on w.id = a.workshop_id where a.sign_in_name = $1 and a.removed_at is null`,
    [signInName],
  );
  return rows[0] ?? null;
}

export async function accountById(pool: pg.Pool, id: string): Promise<AccountRow | null> {
  const { rows } = await pool.query<AccountRow>(
    `select ${COLUMNS} from account a join workshop w on w.id = a.workshop_id where a.id = $1 and a.removed_at is null`,
    [id],
  );
  return rows[0] ?? null;
}

export async function anyAccount(pool: pg.Pool): Promise<boolean> {
  const { rows } = await pool.query<{ any: boolean }>('select exists (select from account) as any');
  return sure(rows[0]).any;
}

/** Everybody of every workshop, for whoever sits at the machine itself. */
export async function listAllAccounts(pool: pg.Pool): Promise<AccountRow[]> {
  const { rows } = await pool.query<AccountRow>(
    `select ${COLUMNS} from account a join workshop w on w.id = a.workshop_id where a.removed_at is null order by w.name, a.name`,
  );
  return rows;
}

/** Makes the workshop and its first account, unless somebody was faster; says whether it did. */
export async function insertFirst(
  pool: pg.Pool,
  workshop: { id: string; name: string },
  account: Omit<Account, 'roles'> & { roles: Role[]; passwordHash: string },
): Promise<boolean> {
  const client = await pool.connect();
  try {
    await client.query('begin');
    await client.query('select pg_advisory_xact_lock($1)', [FIRST_ACCOUNT_LOCK]);
    const { rows } = await client.query<{ any: boolean }>('select exists (select from account) as any');
    if (sure(rows[0]).any) {
      await client.query('rollback');
      return false;
    }
    await client.query('insert into workshop (id, name) values ($1, $2)', [workshop.id, workshop.name]);
    await insertAccount(client, workshop.id, account);
    await client.query('commit');
    return true;
  } catch (error) {
    await client.query('rollback');
    throw error;
  } finally {
    client.release();
  }
}

export async function insertAccount(
  tx: WorkshopTx,
  workshopId: string,
  account: Account & { passwordHash: string },
): Promise<void> {
  await tx.query(
    'insert into account (workshop_id, id, name, sign_in_name, password_hash, roles) values ($1, $2, $3, $4, $5, $6)',
    [workshopId, account.id, account.name, account.signInName, account.passwordHash, account.roles],
  );
}

/** Everybody who is not gone. */
export async function listAccounts(tx: WorkshopTx): Promise<Person[]> {
  const { rows } = await tx.query<Person>(
    'select id, name, sign_in_name as "signInName", roles, locked_at is not null as locked from account where workshop_id = current_workshop() and removed_at is null order by name',
  );
  return rows;
}

/**
 * Everybody who is not gone, their rows locked until the transaction ends: so that two leads cannot take each
 * other's role at once.
 */
export async function lockPeople(tx: WorkshopTx): Promise<Person[]> {
  await tx.query('select id from account where workshop_id = current_workshop() order by id for update');
  return listAccounts(tx);
}

export const putPerson = (tx: WorkshopTx, { id, name, roles, locked }: Person, at: Date) =>
  tx.query(
    `update account set name = $2, roles = $3, locked_at = case when $4 then coalesce(locked_at, $5) end
     where workshop_id = current_workshop() and id = $1`,
    [id, name, roles, locked, at],
  );

export const removePerson = (tx: WorkshopTx, id: string, at: Date) =>
  tx.query('update account set removed_at = $2 where workshop_id = current_workshop() and id = $1', [id, at]);

/** @returns false: there is nobody of that id. */
export async function putPassword(tx: WorkshopTx, id: string, passwordHash: string): Promise<boolean> {
  const { rowCount } = await tx.query(
    'update account set password_hash = $2 where workshop_id = current_workshop() and id = $1 and removed_at is null',
    [id, passwordHash],
  );
  return rowCount === 1;
}
