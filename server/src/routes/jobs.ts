import { jobRoutes } from '@petrichor/api';
import { commandOf } from '@petrichor/core/job';
import type { Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import { Refused } from '../refused.js';
import type { JobService } from '../services/jobs.js';

/** The Bench, and one job: open it, read it, give it commands. */
export const serveJobs = (serving: Serving, jobs: JobService): Router =>
  serve(jobRoutes, serving, {
    bench: async ({ by }) => ({ jobs: await jobs.bench(by.workshopId) }),
    openJob: async ({ by, body }) => ({ job: await jobs.open(by, body) }),
    job: async ({ by, params }) => ({ job: await jobs.get(by.workshopId, params.jobId) }),
    events: async ({ by, params, query: { after } }) => {
      const events = await jobs.eventsSince(by.workshopId, params.jobId, after);
      return { events, seq: events.at(-1)?.seq ?? after };
    },
    give: ({ by, params, body }) => {
      if (commandOf(body.command.type).byServer)
        throw new Refused(
          400,
          'not-by-hand',
          'That is not done by a command of its own. See /api/openapi.json for how it is.',
        );
      return jobs.give(by, params.jobId, body);
    },
    missingCommands: async ({ by, body }) => ({
      missing: await jobs.missing(by.workshopId, body.commandIds),
    }),
  });
