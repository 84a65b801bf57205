import type { Account } from '@petrichor/api';
import type { Role } from '@petrichor/core';
import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import { accountById, type AccountRow } from '../store/accounts.js';
import type { Database } from '../store/database.js';
import { Refused } from '../refused.js';

declare module 'express-session' {
  interface SessionData {
    accountId?: string;
  }
}

const FOURTEEN_DAYS_MS = 14 * 24 * 3_600_000;

/** Sessions in PostgreSQL, named by a cookie that scripts cannot read and other sites cannot send. */
export function sessions(database: Database, secret: string, secure: boolean): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    name: 'petrichor.sid',
    secret,
    resave: false,
    saveUninitialized: false,
    store: new Store({ pool: database.pool, tableName: 'session', disableTouch: true, pruneSessionInterval: 3600 }),
    cookie: { httpOnly: true, sameSite: 'strict', secure, maxAge: FOURTEEN_DAYS_MS, path: '/' },
  });
}

/** A new session id for whoever just proved who they are: an id planted before is worth nothing. */
export function beginSession(request: Request, accountId: string): Promise<void> {
  return new Promise((done, failed) => {
    request.session.regenerate((error: unknown) => {
      if (error) return failed(error);
      request.session.accountId = accountId;
      request.session.save((problem: unknown) => (problem ? failed(problem) : done()));
    });
  });
}

export const endSession = (request: Request): Promise<void> =>
  new Promise((done, failed) => request.session.destroy((error: unknown) => (error ? failed(error) : done())));

/** The account signed in, read afresh, so that what a lead takes away is gone at once. */
export async function signedIn(database: Database, request: Request): Promise<AccountRow | null> {
  const id = request.session.accountId;
  return id === undefined ? null : accountById(database.pool, id);
}

/** The account signed in, or a refusal; with `roles`, only who holds one of them. */
export async function requireAccount(database: Database, request: Request, ...roles: Role[]): Promise<AccountRow> {
  const account = await signedIn(database, request);
  if (!account)
    throw new Refused(
      401,
      'not-signed-in',
      'You are not signed in any more. Sign in; what you did is kept here and goes through after that.',
    );
  if (roles.length > 0 && !roles.some((role) => account.roles.includes(role))) {
    throw new Refused(403, 'role', `Only ${roles.map((role) => `the ${role}`).join(' or ')} does this. Ask one of them.`);
  }
  return account;
}

/** An account without what only the door may see. */
export const publicAccount = ({ id, name, signInName, roles }: Account): Account => ({ id, name, signInName, roles });
