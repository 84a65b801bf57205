import { AboutParametersSchema, SaveEditionSchema } from '@petrichor/api';
import { Router } from 'express';
import { parsed } from '../http/problems.js';
import { requireAccount } from '../http/session.js';
import { diagnosisOf, oldEdition, saveEdition } from '../services/diagnosis.js';
import type { Database } from '../store/database.js';
import { actingIn } from './acting.js';

/** What diagnosis knows: its editions, the jobs behind it, and the lead's changes. */
export function diagnosisRoutes(database: Database, now: () => Date): Router {
  const routes = Router();
  routes.get('/diagnosis', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.json(await diagnosisOf(database, workshopId));
  });
  routes.post('/diagnosis', async (request, response) => {
    const acting = await actingIn(database, request, now, 'lead');
    const version = await saveEdition(database, acting, parsed(SaveEditionSchema, request.body));
    response.status(201).json({ version });
  });
  routes.get('/diagnosis/:about/:version', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    const { about, version } = parsed(AboutParametersSchema, request.params);
    response.json(await oldEdition(database, workshopId, about, version));
  });
  return routes;
}
