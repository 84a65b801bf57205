import { BayNameSchema, PutInSchema, StartRunSchema } from '@petrichor/api';
import express, { type Express } from 'express';
import * as z from 'zod';
import { parsed, problemHandler } from '../../http/problems.js';
import type { SimulatedDock } from './dock.js';

/** The dock's interface over HTTP (docs/formats/dock.md): the same that a real agent would answer. */
export function dockApp(dock: SimulatedDock): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(express.json({ limit: '10kb' }));
  // Only the problem handler's log is asked for; the stand-in keeps none.
  app.use((request, _response, next) => {
    Object.assign(request, { log: { error: (details: unknown) => console.error(details) } });
    next();
  });
  const bay = (params: { bay?: unknown }) => parsed(BayNameSchema, params.bay);
  const run = (params: { runId?: unknown }) => parsed(z.uuid('That is not a run’s id.'), params.runId);

  app.get('/dock', (_request, response) => void response.json(dock.dock()));
  app.get(
    '/dock/bays/:bay/self-report',
    (request, response) => void response.type('json').send(dock.selfReport(bay(request.params))),
  );
  app.post(
    '/dock/bays/:bay/runs',
    (request, response) =>
      void response.status(201).json(dock.start(bay(request.params), parsed(StartRunSchema, request.body))),
  );
  app.get('/dock/runs/:runId', (request, response) => void response.json(dock.run(run(request.params))));
  app.get(
    '/dock/bays/:bay/table',
    (request, response) => void response.json(dock.table(bay(request.params))),
  );
  app.get(
    '/dock/runs/:runId/map',
    (request, response) => void response.json({ text: dock.map(run(request.params)) }),
  );
  app.post(
    '/dock/runs/:runId/pause',
    (request, response) => void response.json(dock.pause(run(request.params))),
  );
  app.post(
    '/dock/runs/:runId/resume',
    (request, response) => void response.json(dock.resume(run(request.params))),
  );
  app.post(
    '/dock/runs/:runId/stop',
    (request, response) => void response.json(dock.stop(run(request.params))),
  );
  // Hands of the simulation; a real dock has people for that.
  app.get('/simulated/drives', (_request, response) => void response.json(dock.available()));
  app.post(
    '/simulated/bays/:bay',
    (request, response) =>
      void response.json(dock.put(bay(request.params), parsed(PutInSchema, request.body).driveId)),
  );
  app.use(problemHandler);
  return app;
}
