import type { Account } from '@petrichor/api';
import type { Role } from '@petrichor/core/job';
import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import { accountById, type AccountRow } from '../store/accounts.js';
import type { Database } from '../store/database.js';
import { endSessions, ownerOf } from '../store/sessions.js';
import { Refused } from '../refused.js';

/** Of the session. */
export const COOKIE = 'petrichor.sid';

declare module 'express-session' {
  interface SessionData {
    accountId?: string;
    /** When, on what and from where somebody signed in. */
    since?: string;
    device?: string;
    address?: string;
  }
}

const FOURTEEN_DAYS_MS = 14 * 24 * 3_600_000;

/**
 * Sessions in PostgreSQL, named by a cookie that scripts cannot read and other sites cannot send. Over HTTPS,
 * also a trusted proxy's, it is never sent in the clear.
 */
export function sessions(database: Database, secret: string): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    name: COOKIE,
    secret,
    resave: false,
    saveUninitialized: false,
    store: new Store({
      pool: database.pool,
      tableName: 'session',
      disableTouch: true,
      pruneSessionInterval: 3600,
    }),
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: FOURTEEN_DAYS_MS, path: '/' },
  });
}

/** A new session id for whoever just proved who they are: an id planted before is worth nothing. */
export async function beginSession(request: Request, accountId: string, at: Date): Promise<void> {
  await done((then) => request.session.regenerate(then));
  request.session.accountId = accountId;
  request.session.since = at.toISOString();
  request.session.device = (request.get('user-agent') ?? '').slice(0, 200);
  request.session.address = request.ip ?? '';
  await done((then) => request.session.save(then));
}

export async function endSession(database: Database, request: Request): Promise<void> {
  const sid = request.sessionID;
  await done((then) => request.session.destroy(then));
  await endSessions(database.pool, [sid]);
}

/** express-session calls back with whatever went wrong, or nothing. */
const done = (start: (then: (problem?: unknown) => void) => void): Promise<void> =>
  new Promise((resolve, reject) =>
    start((problem) =>
      problem ? reject(new Error('The session store failed.', { cause: problem })) : resolve(),
    ),
  );

/**
 * How long an account is believed without asking the database again: what a lead takes away is gone that
 * soon.
 */
const BELIEVED_MS = 3000;
const believed = new WeakMap<Database, Map<string, { account: AccountRow; until: number }>>();

/** The account signed in, or null. */
export async function signedIn(database: Database, request: Request): Promise<AccountRow | null> {
  const id = request.session.accountId;
  if (id === undefined) return null;
  const known = believed.get(database) ?? new Map<string, { account: AccountRow; until: number }>();
  believed.set(database, known);
  const kept = known.get(id);
  if (kept && kept.until > performance.now()) return kept.account;
  const found = await accountById(database.pool, id);
  const account = found?.locked ? null : found;
  if (account) known.set(id, { account, until: performance.now() + BELIEVED_MS });
  else known.delete(id);
  return account;
}

/** Whether a session that was this account's still is, and the account may still come in. */
export async function isStillIn(database: Database, sid: string, accountId: string): Promise<boolean> {
  if ((await ownerOf(database.pool, sid, new Date())) !== accountId) return false;
  const account = await accountById(database.pool, accountId);
  return account !== null && !account.locked;
}

/** The account signed in, or a refusal; with `roles`, only who holds one of them. */
export async function requireAccount(
  database: Database,
  request: Request,
  ...roles: Role[]
): Promise<AccountRow> {
  const account = await signedIn(database, request);
  if (!account)
    throw new Refused(
      401,
      'not-signed-in',
      'You are not signed in any more. Sign in; what you did is kept here and goes through after that.',
    );
  if (roles.length > 0 && !roles.some((role) => account.roles.includes(role))) {
    throw new Refused(
      403,
      'role',
      `Only ${roles.map((role) => `the ${role}`).join(' or ')} does this. Ask one of them.`,
    );
  }
  return account;
}

/** An account without what only the door may see. */
export const publicAccount = ({ id, name, signInName, roles }: Account): Account => ({
  id,
  name,
  signInName,
  roles,
});
