import { sessionRoutes, type SessionReply } from '@petrichor/api';
import type { Request, Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import { beginSession, endSession, publicAccount, signedIn } from '../http/session.js';
import { Refused } from '../refused.js';
import { makeFirstAccount, signIn } from '../services/accounts.js';
import { changeOwnPassword } from '../services/people.js';
import { SignInLimit } from '../services/sign-in-limit.js';
import { anyAccount, type AccountRow } from '../store/accounts.js';
import type { Database } from '../store/database.js';

/** The door: signing in and out, one's own password, and the first account. */
export function serveSession(serving: Serving, tries: number): Router {
  const { database, now } = serving;
  const limit = new SignInLimit(tries);
  /** Runs what proves who somebody is; what is wrong is counted. */
  const proving = async <T>(request: Request, name: string, prove: () => Promise<T>): Promise<T> => {
    const address = request.ip ?? '';
    await limit.mayTry(name, address);
    try {
      const proved = await prove();
      await limit.right(name, address);
      return proved;
    } catch (error) {
      if (error instanceof Refused && WRONG.has(error.code)) await limit.wrong(name, address);
      throw error;
    }
  };

  return serve(sessionRoutes, serving, {
    session: async ({ request }) => whoIs(database, await signedIn(database, request)),
    signIn: async ({ request, body }) => {
      const account = await proving(request, body.signInName, () => signIn(database, body));
      await beginSession(request, account.id, now());
      return whoIs(database, account);
    },
    signOut: async ({ request, response }) => {
      await endSession(database, request);
      response.clearCookie('petrichor.sid');
    },
    ownPassword: ({ request, account, by, body }) =>
      proving(request, account.signInName, () =>
        changeOwnPassword(database, account, body, request.sessionID, by.at),
      ),
    firstAccount: async ({ request, body }) => {
      const account = await makeFirstAccount(database, body);
      await beginSession(request, account.id, now());
      return whoIs(database, account);
    },
  });
}

const WRONG = new Set(['wrong-sign-in', 'wrong-password']);

async function whoIs(database: Database, account: AccountRow | null): Promise<SessionReply> {
  if (!account) return { firstAccountNeeded: !(await anyAccount(database.pool)), signedIn: null };
  return {
    firstAccountNeeded: false,
    signedIn: {
      account: publicAccount(account),
      workshop: { id: account.workshopId, name: account.workshopName },
    },
  };
}
