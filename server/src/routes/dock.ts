import { BayNameSchema, PutInSchema, StartRunSchema } from '@petrichor/api';
import { Router } from 'express';
import * as z from 'zod';
import { parsed } from '../http/problems.js';
import { requireAccount } from '../http/session.js';
import type { DockClient } from '../services/dock.js';
import type { Database } from '../store/database.js';

const BENCH = ['technician', 'lead'] as const;
const bay = (params: { bay?: unknown }) => parsed(BayNameSchema, params.bay);
const run = (params: { runId?: unknown }) => parsed(z.uuid('That is not a run’s id.'), params.runId);

/** The drive dock, passed on to whoever is signed in; only hands at the bench start and stop things there. */
export function dockRoutes(database: Database, dock: DockClient): Router {
  const routes = Router();
  routes.get('/dock', async (request, response) => {
    await requireAccount(database, request);
    response.json({ dock: await dock.dock() });
  });
  routes.get('/dock/bays/:bay/self-report', async (request, response) => {
    await requireAccount(database, request, ...BENCH);
    response.json({ text: await dock.selfReport(bay(request.params)) });
  });
  routes.post('/dock/bays/:bay/runs', async (request, response) => {
    await requireAccount(database, request, ...BENCH);
    response.status(201).json(await dock.start(bay(request.params), parsed(StartRunSchema, request.body)));
  });
  routes.get('/dock/runs/:runId', async (request, response) => {
    await requireAccount(database, request);
    response.json(await dock.run(run(request.params)));
  });
  routes.get('/dock/bays/:bay/table', async (request, response) => {
    await requireAccount(database, request, ...BENCH);
    response.json(await dock.table(bay(request.params)));
  });
  routes.get('/dock/runs/:runId/map', async (request, response) => {
    await requireAccount(database, request, ...BENCH);
    response.json(await dock.map(run(request.params)));
  });
  routes.post('/dock/runs/:runId/pause', async (request, response) => {
    await requireAccount(database, request, ...BENCH);
    response.json(await dock.pause(run(request.params)));
  });
  routes.post('/dock/runs/:runId/resume', async (request, response) => {
    await requireAccount(database, request, ...BENCH);
    response.json(await dock.resume(run(request.params)));
  });
  routes.post('/dock/runs/:runId/stop', async (request, response) => {
    await requireAccount(database, request, ...BENCH);
    response.json(await dock.stop(run(request.params)));
  });
  routes.get('/dock/simulated/drives', async (request, response) => {
    await requireAccount(database, request);
    response.json(await dock.simulatedDrives());
  });
  routes.post('/dock/simulated/bays/:bay', async (request, response) => {
    await requireAccount(database, request, ...BENCH);
    response.json({ dock: await dock.putIn(bay(request.params), parsed(PutInSchema, request.body).driveId) });
  });
  return routes;
}
