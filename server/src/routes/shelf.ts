import { MoveStockSchema, PutItemsSchema } from '@petrichor/api';
import { ItemRefSchema } from '@petrichor/core/shelf';
import { Router } from 'express';
import { parsed } from '../http/problems.js';
import { requireAccount } from '../http/session.js';
import { movesOfItem, moveStock, putItems, shelfOf } from '../services/shelf.js';
import type { Database } from '../store/database.js';
import { actingIn } from './acting.js';

/** How many of everything are where, and the moves that made it so. */
export function shelfRoutes(database: Database, now: () => Date): Router {
  const routes = Router();
  routes.get('/shelf', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.json(await shelfOf(database, workshopId));
  });
  routes.get('/shelf/:kind/:id/moves', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    const item = parsed(ItemRefSchema, { kind: request.params.kind, id: request.params.id });
    response.json({ entries: await movesOfItem(database, workshopId, item) });
  });
  routes.post('/shelf/moves', async (request, response) => {
    const acting = await actingIn(database, request, now);
    response.status(201).json({ level: await moveStock(database, acting, parsed(MoveStockSchema, request.body)) });
  });
  routes.post('/shelf/items', async (request, response) => {
    const acting = await actingIn(database, request, now, 'lead');
    response.status(201).json({ put: await putItems(database, acting, parsed(PutItemsSchema, request.body)) });
  });
  return routes;
}
