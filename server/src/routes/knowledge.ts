import { ImportSchema } from '@petrichor/api';
import { Router } from 'express';
import { parsed } from '../http/problems.js';
import { requireAccount } from '../http/session.js';
import type { Documents } from '../services/documents.js';
import { importDocument, knowledgeOf } from '../services/knowledge.js';
import type { Database } from '../store/database.js';
import { actingIn } from './acting.js';

/** Models with their guides, and the drives of the shelf. */
export function knowledgeRoutes(database: Database, documents: Documents, now: () => Date): Router {
  const routes = Router();
  routes.get('/knowledge', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.json(await knowledgeOf(database, workshopId));
  });
  routes.post('/imports', async (request, response) => {
    const acting = await actingIn(database, request, now, 'lead');
    const { text } = parsed(ImportSchema, request.body);
    response.status(201).json({ imported: await importDocument(database, documents, acting, text) });
  });
  return routes;
}
