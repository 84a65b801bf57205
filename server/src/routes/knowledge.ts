import { knowledgeRoutes } from '@petrichor/api';
import type { Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import type { Documents } from '../services/documents.js';
import { importDocument, knowledgeOf } from '../services/knowledge.js';
import { setPricing } from '../services/pricing.js';

/** Models with their guides, the drives of the shelf, and what the workshop charges. */
export const serveKnowledge = (serving: Serving, documents: Documents): Router =>
  serve(knowledgeRoutes, serving, {
    knowledge: ({ by, query }) => knowledgeOf(serving.database, by.workshopId, query.since),
    bringIn: async ({ by, body }) => ({
      imported: await importDocument(serving.database, documents, by, body.text),
    }),
    setPricing: async ({ by, body }) => {
      await setPricing(serving.database, by, body);
      return body;
    },
  });
