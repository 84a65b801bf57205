import { AuditQuerySchema, UnsentSchema } from '@petrichor/api';
import { Router } from 'express';
import { parsed } from '../http/problems.js';
import { requireAccount } from '../http/session.js';
import type { Audit } from '../services/audit.js';
import type { Health } from '../services/health.js';
import type { Database } from '../store/database.js';

/** Before anything that needs a session: for a probe. */
export function probeRoutes(health: Health): Router {
  const routes = Router();
  routes.get(['/health', '/api/health'], async (_request, response) => {
    const probe = await health.probe();
    response
      .status(probe.ok ? 200 : 503)
      .set('Cache-Control', 'no-store')
      .json(probe);
  });
  return routes;
}

/** How Petrichor stands, what waits on its screens, and who came in. */
export function healthRoutes(database: Database, health: Health, audit: Audit): Router {
  const routes = Router();
  routes.get('/health/whole', async (request, response) => {
    const { workshopId } = await requireAccount(database, request, 'lead');
    response.json(await health.whole(workshopId));
  });
  routes.get('/backup', async (request, response) => {
    await requireAccount(database, request);
    response.json(health.backup());
  });
  routes.post('/unsent', async (request, response) => {
    const { workshopId, name } = await requireAccount(database, request);
    health.told(request.sessionID, { workshopId, name, device: request.session.device ?? '' }, parsed(UnsentSchema, request.body));
    response.status(204).end();
  });
  routes.get('/audit', async (request, response) => {
    const { workshopId } = await requireAccount(database, request, 'lead');
    response.json(await audit.page(workshopId, parsed(AuditQuerySchema, request.query).before));
  });
  return routes;
}
