import { shelfRoutes } from '@petrichor/api';
import type { Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import { movesOfItem, moveStock, putItems, putLabelled, shelfOf } from '../services/shelf.js';

/** How many of everything are where, and the moves that made it so. */
export const serveShelf = (serving: Serving): Router =>
  serve(shelfRoutes, serving, {
    shelf: ({ by }) => shelfOf(serving.database, by.workshopId),
    stockMoves: async ({ by, params }) => ({
      entries: await movesOfItem(serving.database, by.workshopId, params),
    }),
    moveStock: async ({ by, body }) => ({ level: await moveStock(serving.database, by, body) }),
    putLabelled: async ({ by, body }) => ({ put: await putLabelled(serving.database, by, body) }),
    putItems: async ({ by, body }) => ({ put: await putItems(serving.database, by, body) }),
  });
