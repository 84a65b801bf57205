import { diagnosisRoutes } from '@petrichor/api';
import type { Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import { diagnosisOf, oldEdition, pastCasesOf, saveEdition } from '../services/diagnosis.js';

/** What diagnosis knows: its editions, the jobs behind it, and the lead's changes. */
export const serveDiagnosis = (serving: Serving): Router =>
  serve(diagnosisRoutes, serving, {
    diagnosis: ({ by }) => diagnosisOf(serving.database, by.workshopId),
    pastCases: ({ by, query }) => pastCasesOf(serving.database, by.workshopId, query),
    saveEdition: async ({ by, body }) => ({ version: await saveEdition(serving.database, by, body) }),
    oldEdition: ({ by, params: { about, version } }) =>
      oldEdition(serving.database, by.workshopId, about, version),
  });
