import { guideRoutes, photoRoutes } from '@petrichor/api';
import { Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import { guideAt, recordOf, saveGuide, setPolicy, settle } from '../services/guides.js';
import type { PhotoStore } from '../services/photos.js';

const LARGEST_PHOTO_BYTES = 12_000_000;

/** Versions of guides, what jobs say against them, the workshop's policy, and photos. */
export function serveGuides(serving: Serving, photos: PhotoStore): Router {
  const { database } = serving;
  const guides = serve(guideRoutes, serving, {
    saveGuide: async ({ by, body }) => ({ version: await saveGuide(database, by, body) }),
    modelRecord: ({ by, params }) => recordOf(database, by.workshopId, params.modelId),
    modelAt: ({ by, params: { modelId, version } }) => guideAt(database, by.workshopId, modelId, version),
    settleCorrection: ({ by, params, body }) => settle(database, by, params, body),
    setPolicy: async ({ by, body }) => {
      await setPolicy(database, by, body);
      return body;
    },
  });
  const pictures = serve(
    photoRoutes,
    { ...serving, largestBytes: LARGEST_PHOTO_BYTES },
    {
      keepPhoto: ({ by, body }) => photos.keep(by, Buffer.from(body.buffer)),
      photo: async ({ by, params, response }) => {
        const photo = await photos.read(by.workshopId, params.hash);
        // Named by what is in it: it never changes, and belongs to whoever is signed in.
        response.set({
          'Cache-Control': 'private, max-age=31536000, immutable',
          'X-Content-Type-Options': 'nosniff',
        });
        response.type(photoRoutes.photo.reply.type).send(photo);
      },
    },
  );
  return Router().use(guides, pictures);
}
