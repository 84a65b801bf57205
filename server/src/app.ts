import { openApiDocument } from '@petrichor/api';
import compression from 'compression';
import express, { type Express } from 'express';
import { pinoHttp } from 'pino-http';
import type { Logger } from 'pino';
import { bodies } from './http/bodies.js';
import { ownHostsOnly } from './http/hosts.js';
import { problemHandler } from './http/problems.js';
import { Refused } from './refused.js';
import { ownOriginOnly, securityHeaders } from './http/security.js';
import { sessions } from './http/session.js';
import { diagnosisRoutes } from './routes/diagnosis.js';
import { dockRoutes } from './routes/dock.js';
import { guideRoutes } from './routes/guides.js';
import { jobRoutes } from './routes/jobs.js';
import { knowledgeRoutes } from './routes/knowledge.js';
import { peopleRoutes } from './routes/people.js';
import { recordRoutes } from './routes/record.js';
import { shelfRoutes } from './routes/shelf.js';
import { sessionRoutes } from './routes/session.js';
import { streamRoutes } from './routes/stream.js';
import { readWeb, webRoutes } from './routes/web.js';
import { DockClient } from './services/dock.js';
import type { Feed } from './services/feed.js';
import type { JobService } from './services/jobs.js';
import { PhotoStore } from './services/photos.js';
import { SealedNotes } from './services/sealed.js';
import { Orders, type SupplierClient } from './services/suppliers.js';
import type { Database } from './store/database.js';

export interface AppParts {
  readonly database: Database;
  readonly feed: Feed;
  readonly jobs: JobService;
  readonly suppliers: SupplierClient;
  /** 32 bytes that sealed notes are sealed with; null: none are kept. */
  readonly sealKey: Buffer | null;
  readonly log: Logger;
  readonly sessionSecret: string;
  /** Proxies that are believed about scheme, host and address: how many, or which. */
  readonly trustProxy: number | readonly string[];
  /** Host names that are answered to besides this machine's own. */
  readonly hosts: readonly string[];
  readonly signInTries: number;
  /** Folder of the built web application; null serves the API alone. */
  readonly webFolder: string | null;
  /** Address of the drive dock's agent; null: there is none. */
  readonly dockUrl: string | null;
  /** Folder of the photos; null: none are kept. */
  readonly photoFolder: string | null;
  readonly now: () => Date;
}

/** The HTTP side of Petrichor, without a port. */
export function makeApp({
  database,
  feed,
  jobs,
  suppliers,
  sealKey,
  log,
  sessionSecret,
  trustProxy,
  hosts,
  signInTries,
  webFolder,
  dockUrl,
  photoFolder,
  now,
}: AppParts): Express {
  const web = webFolder === null ? null : readWeb(webFolder);
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', typeof trustProxy === 'number' ? trustProxy : [...trustProxy]);
  app.use(pinoHttp({ logger: log, quietReqLogger: true, autoLogging: { ignore: (request) => request.url === '/api/health' } }));
  app.use(securityHeaders(), ownHostsOnly(hosts));
  app.get('/api/health', async (_request, response) => {
    await database.pool.query('select 1');
    response.json({ ok: true });
  });
  app.use('/api', (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  app.use('/api', ownOriginOnly, sessions(database, sessionSecret));
  // Before compression, which would hold events back.
  app.use('/api', streamRoutes(database, feed, web?.build ?? null));
  app.use(compression());
  app.get('/api/openapi.json', (_request, response) => void response.json(openApiDocument()));
  app.use('/api', bodies(database));
  const photos = new PhotoStore(database, photoFolder);
  app.use(
    '/api',
    sessionRoutes(database, signInTries, now),
    peopleRoutes(database, now),
    jobRoutes(database, jobs, now),
    recordRoutes({ database, sealed: new SealedNotes(jobs, sealKey), orders: new Orders(jobs, suppliers), suppliers, photos, now }),
    knowledgeRoutes(database, now),
    guideRoutes(database, photos, now),
    shelfRoutes(database, now),
    diagnosisRoutes(database, now),
    dockRoutes(database, new DockClient(dockUrl)),
  );
  app.use('/api', (_request, _response, next) =>
    next(new Refused(404, 'no-route', 'The server has nothing at this address. See /api/openapi.json for what it has.')),
  );
  if (web) app.use(webRoutes(web));
  app.use(problemHandler);
  return app;
}
