import { FirstAccountSchema, OwnPasswordSchema, SignInSchema, type SessionReply } from '@petrichor/api';
import { Router, type Request } from 'express';
import { parsed } from '../http/problems.js';
import { beginSession, endSession, publicAccount, requireAccount, signedIn } from '../http/session.js';
import { Refused } from '../refused.js';
import { makeFirstAccount, signIn } from '../services/accounts.js';
import { changeOwnPassword } from '../services/people.js';
import { SignInLimit } from '../services/sign-in-limit.js';
import { anyAccount, type AccountRow } from '../store/accounts.js';
import type { Database } from '../store/database.js';

/** The door: signing in and out, one's own password, and the first account. */
export function sessionRoutes(database: Database, tries: number, now: () => Date): Router {
  const routes = Router();
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

  routes.get('/session', async (request, response) => {
    response.json(await whoIs(database, await signedIn(database, request)));
  });
  routes.post('/session', async (request, response) => {
    const tried = parsed(SignInSchema, request.body);
    const account = await proving(request, tried.signInName, () => signIn(database, tried));
    await beginSession(request, account.id, now());
    response.json(await whoIs(database, account));
  });
  routes.delete('/session', async (request, response) => {
    await endSession(database, request);
    response.clearCookie('petrichor.sid').status(204).end();
  });
  routes.post('/session/password', async (request, response) => {
    const account = await requireAccount(database, request);
    const change = parsed(OwnPasswordSchema, request.body);
    await proving(request, account.signInName, () => changeOwnPassword(database, account, change, request.sessionID, now()));
    response.status(204).end();
  });
  routes.post('/first-account', async (request, response) => {
    const account = await makeFirstAccount(database, parsed(FirstAccountSchema, request.body));
    await beginSession(request, account.id, now());
    response.status(201).json(await whoIs(database, account));
  });
  return routes;
}

const WRONG = new Set(['wrong-sign-in', 'wrong-password']);

async function whoIs(database: Database, account: AccountRow | null): Promise<SessionReply> {
  if (!account) return { firstAccountNeeded: !(await anyAccount(database.pool)), signedIn: null };
  return {
    firstAccountNeeded: false,
    signedIn: { account: publicAccount(account), workshop: { id: account.workshopId, name: account.workshopName } },
  };
}
