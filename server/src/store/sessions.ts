import type pg from 'pg';

/** Sessions belong to the door, not to a workshop: these queries run as the door does. */
export interface KeptSession {
  readonly sid: string;
  readonly accountId: string;
  readonly since: string | null;
  readonly device: string | null;
  readonly address: string | null;
}

type Door = Pick<pg.Pool, 'query'>;

export async function sessionsOf(door: Door, accountId: string, now: Date): Promise<KeptSession[]> {
  const { rows } = await door.query<KeptSession>(
    `select sid, sess ->> 'accountId' as "accountId", sess ->> 'since' as since, sess ->> 'device' as device, sess ->> 'address' as address
     from session where sess ->> 'accountId' = $1 and expire > $2 order by sess ->> 'since' desc nulls last`,
    [accountId, now],
  );
  return rows;
}

/** Whose session this is now; null: it is over. */
export async function ownerOf(door: Door, sid: string, now: Date): Promise<string | null> {
  const { rows } = await door.query<{ accountId: string | null }>(
    `select sess ->> 'accountId' as "accountId" from session where sid = $1 and expire > $2`,
    [sid, now],
  );
  return rows[0]?.accountId ?? null;
}

/** Ends these sessions, and tells every server, so that their open lines end, too. */
export async function endSessions(door: Door, sids: readonly string[]): Promise<void> {
  if (sids.length === 0) return;
  await door.query('delete from session where sid = any($1)', [sids]);
  await door.query(`select pg_notify('petrichor_door', '')`);
}
