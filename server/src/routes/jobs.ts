import { EventsQuerySchema, GiveCommandSchema, JobIdSchema, MissingCommandsSchema, OpenJobSchema } from '@petrichor/api';
import { commandOf } from '@petrichor/core/job';
import { Router, type Request } from 'express';
import { parsed } from '../http/problems.js';
import { requireAccount } from '../http/session.js';
import { Refused } from '../refused.js';
import type { JobService } from '../services/jobs.js';
import type { Database } from '../store/database.js';
import { actingIn } from './acting.js';

/** The Bench, and one job: open it, read it, give it commands. */
export function jobRoutes(database: Database, jobs: JobService, now: () => Date): Router {
  const routes = Router();
  const acting = (request: Request) => actingIn(database, request, now);

  routes.get('/bench', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.json({ jobs: await jobs.bench(workshopId) });
  });
  routes.post('/jobs', async (request, response) => {
    const by = await acting(request);
    response.status(201).json({ job: await jobs.open(by, parsed(OpenJobSchema, request.body)) });
  });
  routes.post('/commands/missing', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.json({ missing: await jobs.missing(workshopId, parsed(MissingCommandsSchema, request.body).commandIds) });
  });
  routes.get('/jobs/:jobId', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.json({ job: await jobs.get(workshopId, parsed(JobIdSchema, request.params.jobId)) });
  });
  routes.get('/jobs/:jobId/events', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    const { after } = parsed(EventsQuerySchema, request.query);
    const events = await jobs.eventsSince(workshopId, parsed(JobIdSchema, request.params.jobId), after);
    response.json({ events, seq: events.at(-1)?.seq ?? after });
  });
  routes.post('/jobs/:jobId/commands', async (request, response) => {
    const by = await acting(request);
    const given = parsed(GiveCommandSchema, request.body);
    if (commandOf(given.command.type).byServer)
      throw new Refused(400, 'not-by-hand', 'That is not done by a command of its own. See /api/openapi.json for how it is.');
    response.json(await jobs.give(by, parsed(JobIdSchema, request.params.jobId), given));
  });
  return routes;
}
