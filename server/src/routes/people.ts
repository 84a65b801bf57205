import { AccountIdSchema, ChangePersonSchema, NewAccountSchema, ResetPasswordSchema, SessionIdSchema } from '@petrichor/api';
import { Router, type Request } from 'express';
import { parsed } from '../http/problems.js';
import { requireAccount } from '../http/session.js';
import { accountsOf, addAccount } from '../services/accounts.js';
import { changePerson, remove, resetPassword, signOutOf, whereSignedIn } from '../services/people.js';
import type { AccountRow } from '../store/accounts.js';
import type { Database } from '../store/database.js';

/** The people of the workshop, and where they are signed in. */
export function peopleRoutes(database: Database, now: () => Date): Router {
  const routes = Router();
  const person = (request: Request): string => parsed(AccountIdSchema, request.params['accountId']);
  /** One's own sessions are one's own business; others' are a lead's. */
  const mayLookAt = async (request: Request): Promise<AccountRow> => {
    const account = await requireAccount(database, request);
    return account.id === request.params['accountId'] ? account : requireAccount(database, request, 'lead');
  };

  routes.get('/accounts', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.json({ accounts: await accountsOf(database, workshopId) });
  });
  routes.post('/accounts', async (request, response) => {
    const { workshopId } = await requireAccount(database, request, 'lead');
    await addAccount(database, workshopId, parsed(NewAccountSchema, request.body));
    response.status(201).json({ accounts: await accountsOf(database, workshopId) });
  });
  routes.post('/accounts/:accountId', async (request, response) => {
    const { workshopId } = await requireAccount(database, request, 'lead');
    await changePerson(database, workshopId, person(request), parsed(ChangePersonSchema, request.body), now());
    response.json({ accounts: await accountsOf(database, workshopId) });
  });
  routes.delete('/accounts/:accountId', async (request, response) => {
    const { workshopId } = await requireAccount(database, request, 'lead');
    await remove(database, workshopId, person(request), now());
    response.json({ accounts: await accountsOf(database, workshopId) });
  });
  routes.post('/accounts/:accountId/password', async (request, response) => {
    const { workshopId } = await requireAccount(database, request, 'lead');
    await resetPassword(database, workshopId, person(request), parsed(ResetPasswordSchema, request.body).password, now());
    response.status(204).end();
  });
  routes.get('/accounts/:accountId/sessions', async (request, response) => {
    const { workshopId } = await mayLookAt(request);
    response.json({ sessions: await whereSignedIn(database, workshopId, person(request), request.sessionID, now()) });
  });
  routes.delete('/accounts/:accountId/sessions/:sessionId', async (request, response) => {
    const { workshopId } = await mayLookAt(request);
    const sessionId = parsed(SessionIdSchema, request.params['sessionId']);
    await signOutOf(database, workshopId, person(request), sessionId, now());
    response.json({ sessions: await whereSignedIn(database, workshopId, person(request), request.sessionID, now()) });
  });
  return routes;
}
