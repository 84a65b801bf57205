import { diagnosisRoutes } from './diagnosis.js';
import { dockRoutes } from './dock.js';
import { guideRoutes, photoRoutes } from './guides.js';
import { healthRoutes, probeRoutes } from './health.js';
import { jobRoutes, streamRoutes } from './jobs.js';
import { knowledgeRoutes } from './knowledge.js';
import { ledgerRoutes } from './ledger.js';
import { sealedRoutes } from './sealed.js';
import { peopleRoutes, sessionRoutes } from './session.js';
import { shelfRoutes } from './shelf.js';
import { orderRoutes } from './supplier.js';

/**
 * Every operation of the server by its name. A new group of routes is a file beside these and a line here.
 */
export const CONTRACT = {
  ...probeRoutes,
  ...sessionRoutes,
  ...peopleRoutes,
  ...jobRoutes,
  ...streamRoutes,
  ...sealedRoutes,
  ...orderRoutes,
  ...ledgerRoutes,
  ...guideRoutes,
  ...photoRoutes,
  ...knowledgeRoutes,
  ...shelfRoutes,
  ...diagnosisRoutes,
  ...dockRoutes,
  ...healthRoutes,
};
export type Contract = typeof CONTRACT;
export type RouteName = keyof Contract;
