import { FirstAccountSchema, NewAccountSchema, SignInSchema, type SessionReply } from '@petrichor/api';
import { Router, type Request } from 'express';
import { rateLimit } from 'express-rate-limit';
import { parsed } from '../http/problems.js';
import { Refused } from '../refused.js';
import { beginSession, endSession, publicAccount, requireAccount, signedIn } from '../http/session.js';
import { accountsOf, addAccount, makeFirstAccount, signIn } from '../services/accounts.js';
import { anyAccount, type AccountRow } from '../store/accounts.js';
import type { Database } from '../store/database.js';

const QUARTER_HOUR_MS = 15 * 60_000;

/** Signing in and out, the first account, and the people of the workshop. */
export function sessionRoutes(database: Database, triesPerQuarterHour: number): Router {
  const routes = Router();
  const limit = rateLimit({
    windowMs: QUARTER_HOUR_MS,
    limit: triesPerQuarterHour,
    skipSuccessfulRequests: true,
    standardHeaders: true,
    legacyHeaders: false,
    handler: (_request, _response, next) =>
      next(new Refused(429, 'too-many-tries', 'Too many wrong tries from here. Wait a quarter of an hour, or ask the lead.')),
  });

  routes.get('/session', async (request, response) => {
    response.json(await whoIs(database, await signedIn(database, request)));
  });
  routes.post('/session', limit, async (request, response) => {
    const account = await signIn(database, parsed(SignInSchema, request.body));
    await enter(request, account);
    response.json(await whoIs(database, account));
  });
  routes.delete('/session', async (request, response) => {
    await endSession(request);
    response.clearCookie('petrichor.sid').status(204).end();
  });
  routes.post('/first-account', limit, async (request, response) => {
    const account = await makeFirstAccount(database, parsed(FirstAccountSchema, request.body));
    await enter(request, account);
    response.status(201).json(await whoIs(database, account));
  });
  routes.get('/accounts', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.json({ accounts: await accountsOf(database, workshopId) });
  });
  routes.post('/accounts', async (request, response) => {
    const { workshopId } = await requireAccount(database, request, 'lead');
    await addAccount(database, workshopId, parsed(NewAccountSchema, request.body));
    response.status(201).json({ accounts: await accountsOf(database, workshopId) });
  });
  return routes;
}

const enter = (request: Request, account: AccountRow): Promise<void> => beginSession(request, account.id);

async function whoIs(database: Database, account: AccountRow | null): Promise<SessionReply> {
  if (!account) return { firstAccountNeeded: !(await anyAccount(database.pool)), signedIn: null };
  return {
    firstAccountNeeded: false,
    signedIn: { account: publicAccount(account), workshop: { id: account.workshopId, name: account.workshopName } },
  };
}
