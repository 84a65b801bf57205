import { API, healthRoutes, probeRoutes, type ProbeReply } from '@petrichor/api';
import { Router, type Response } from 'express';
import { serve, type Serving } from '../http/serve.js';
import type { Audit } from '../services/audit.js';
import type { Health } from '../services/health.js';

/** Before anything that needs a session, and also where a probe looks first. */
export function serveProbe(serving: Serving, health: Health): Router {
  const probe = async (response: Response): Promise<ProbeReply> => {
    const found = await health.probe();
    response.status(found.ok ? 200 : 503).set('Cache-Control', 'no-store');
    return found;
  };
  return Router()
    .get(probeRoutes.probe.path, async (_request, response) => void response.json(await probe(response)))
    .use(API, serve(probeRoutes, serving, { probe: ({ response }) => probe(response) }));
}

/** How Petrichor stands, what waits on its screens, and who came in. */
export const serveHealth = (serving: Serving, health: Health, audit: Audit): Router =>
  serve(healthRoutes, serving, {
    health: ({ by }) => health.report(by.workshopId),
    backup: () => health.backup(),
    tellUnsent: ({ account: { workshopId, name }, body, request }) =>
      health.waitsOnScreen(
        request.sessionID,
        { workshopId, name, device: request.session.device ?? '' },
        body,
      ),
    audit: ({ by, query }) => audit.page(by.workshopId, query.before),
  });
