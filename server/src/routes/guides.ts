import { SaveGuideSchema, SettleCorrectionSchema } from '@petrichor/api';
import { PhotoHashSchema, type Role } from '@petrichor/core/job';
import { PolicySchema } from '@petrichor/core/teardown';
import express, { Router, type Request } from 'express';
import * as z from 'zod';
import { parsed } from '../http/problems.js';
import { requireAccount } from '../http/session.js';
import { guideAt, recordOf, saveGuide, setPolicy, settle } from '../services/guides.js';
import type { PhotoStore } from '../services/photos.js';
import type { Database } from '../store/database.js';
import { actingIn } from './acting.js';

const ModelParams = z.object({ modelId: z.string().max(60) });
const VersionParams = z.object({ modelId: z.string().max(60), version: z.coerce.number().int() });
const CorrectionParams = z.object({ jobId: z.uuid(), seq: z.coerce.number().int() });
const LARGEST_PHOTO = '12mb';

/** Versions of guides, what jobs say against them, the workshop's policy, and photos. */
export function guideRoutes(database: Database, photos: PhotoStore, now: () => Date): Router {
  const routes = Router();
  const acting = (request: Request, ...roles: Role[]) => actingIn(database, request, now, ...roles);
  routes.post('/models', async (request, response) => {
    const by = await acting(request, 'technician', 'lead');
    response.status(201).json({ version: await saveGuide(database, by, parsed(SaveGuideSchema, request.body)) });
  });
  routes.get('/models/:modelId/record', async (request, response) => {
    const { workshopId } = await acting(request);
    response.json(await recordOf(database, workshopId, parsed(ModelParams, request.params).modelId));
  });
  routes.get('/models/:modelId/versions/:version', async (request, response) => {
    const { workshopId } = await acting(request);
    const { modelId, version } = parsed(VersionParams, request.params);
    response.json(await guideAt(database, workshopId, modelId, version));
  });
  routes.post('/corrections/:jobId/:seq', async (request, response) => {
    const by = await acting(request, 'lead');
    await settle(database, by, parsed(CorrectionParams, request.params), parsed(SettleCorrectionSchema, request.body));
    response.status(204).end();
  });
  routes.post('/policy', async (request, response) => {
    const by = await acting(request, 'lead');
    const policy = parsed(PolicySchema, request.body);
    await setPolicy(database, by, policy);
    response.json(policy);
  });
  routes.post(
    '/photos',
    // Who may not keep photos does not get to send twelve megabytes either.
    async (request, _response, next) => {
      await requireAccount(database, request);
      next();
    },
    express.raw({ type: 'image/jpeg', limit: LARGEST_PHOTO }),
    async (request, response) => {
      const body: unknown = request.body;
      response.status(201).json(await photos.keep(await acting(request), Buffer.isBuffer(body) ? body : Buffer.alloc(0)));
    },
  );
  routes.get('/photos/:hash', async (request, response) => {
    const { workshopId } = await acting(request);
    const { hash } = parsed(z.object({ hash: PhotoHashSchema }), request.params);
    // Named by what is in it: it never changes, and belongs to whoever is signed in.
    response.set({
      'Content-Type': 'image/jpeg',
      'Cache-Control': 'private, max-age=31536000, immutable',
      'X-Content-Type-Options': 'nosniff',
    });
    response.send(await photos.read(workshopId, hash));
  });
  return routes;
}
