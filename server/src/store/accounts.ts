import type { Role } from '@petrichor/core';
import type { Account } from '@petrichor/api';
import type pg from 'pg';
import type { WorkshopTx } from './database.js';

/** An account with what only the door may see. */
export interface AccountRow extends Account {
  readonly workshopId: string;
  readonly workshopName: string;
  readonly passwordHash: string;
}

const COLUMNS = `a.id, a.name, a.sign_in_name as "signInName", a.roles, a.workshop_id as "workshopId", w.name as "workshopName", a.password_hash as "passwordHash"`;

// At the door nobody belongs to a workshop yet: these few queries run as the owner, outside row-level security.

export async function accountBySignInName(pool: pg.Pool, signInName: string): Promise<AccountRow | null> {
  const { rows } = await pool.query<AccountRow>(
    `select ${COLUMNS} from account a join workshop w on w.id = a.workshop_id where a.sign_in_name = $1`,
    [signInName],
  );
  return rows[0] ?? null;
}

export async function accountById(pool: pg.Pool, id: string): Promise<AccountRow | null> {
  const { rows } = await pool.query<AccountRow>(
    `select ${COLUMNS} from account a join workshop w on w.id = a.workshop_id where a.id = $1`,
    [id],
  );
  return rows[0] ?? null;
}

export async function anyAccount(pool: pg.Pool): Promise<boolean> {
  const { rows } = await pool.query<{ any: boolean }>('select exists (select from account) as any');
  return rows[0]!.any;
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
    await client.query('lock table account in share row exclusive mode');
    const { rows } = await client.query<{ any: boolean }>('select exists (select from account) as any');
    if (rows[0]!.any) {
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

export async function insertAccount(tx: WorkshopTx, workshopId: string, account: Account & { passwordHash: string }): Promise<void> {
  await tx.query('insert into account (workshop_id, id, name, sign_in_name, password_hash, roles) values ($1, $2, $3, $4, $5, $6)', [
    workshopId,
    account.id,
    account.name,
    account.signInName,
    account.passwordHash,
    account.roles,
  ]);
}

export async function listAccounts(tx: WorkshopTx): Promise<Account[]> {
  const { rows } = await tx.query<Account>('select id, name, sign_in_name as "signInName", roles from account order by name');
  return rows;
}
