import { API, CONTRACT, hrefOf, openApiDocument } from '@petrichor/api';
import compression from 'compression';
import express, { type Express } from 'express';
import { pinoHttp } from 'pino-http';
import type { Logger } from 'pino';
import { auditing } from './http/auditing.js';
import { bodies, type BodyLimits } from './http/bodies.js';
import { ownHostsOnly } from './http/hosts.js';
import { problemHandler } from './http/problems.js';
import { requestId } from './http/request-id.js';
import { Refused } from './refused.js';
import { ownOriginOnly, securityHeaders } from './http/security.js';
import { sessions } from './http/session.js';
import { serveDiagnosis } from './routes/diagnosis.js';
import { serveDock } from './routes/dock.js';
import { serveGuides } from './routes/guides.js';
import { serveHealth, serveProbe } from './routes/health.js';
import { serveJobs } from './routes/jobs.js';
import { serveKnowledge } from './routes/knowledge.js';
import { servePeople } from './routes/people.js';
import { serveRecord } from './routes/record.js';
import { serveShelf } from './routes/shelf.js';
import { serveSession } from './routes/session.js';
import { serveStream } from './routes/stream.js';
import { readWeb, webRoutes } from './routes/web.js';
import { Audit } from './services/audit.js';
import { Documents } from './services/documents.js';
import { DockClient } from './services/dock.js';
import type { Feed } from './services/feed.js';
import { Health } from './services/health.js';
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
  readonly photoQuotaBytes: number;
  readonly limits: BodyLimits & { readonly streams: number };
  /** File in which whoever makes backups says how they stand; null: nobody does. */
  readonly backupState: string | null;
  readonly now: () => Date;
}

/** Asked all the time, and nothing for the log: above `/api` and below it. */
const PROBES = new Set<string | undefined>([CONTRACT.probe.path, hrefOf(CONTRACT.probe)]);

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
  photoQuotaBytes,
  limits,
  backupState,
  now,
}: AppParts): Express {
  const web = webFolder === null ? null : readWeb(webFolder);
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', typeof trustProxy === 'number' ? trustProxy : [...trustProxy]);
  app.use(
    pinoHttp({
      logger: log,
      quietReqLogger: true,
      genReqId: requestId,
      autoLogging: { ignore: (request) => PROBES.has(request.url) },
      customLogLevel: (_request, response, error) =>
        error || response.statusCode >= 500 ? 'error' : response.statusCode >= 400 ? 'info' : 'debug',
      // Neither cookies nor what was looked for: addresses of requests name customers.
      serializers: {
        req: ({ id, method, url }: { id: string; method: string; url: string }) => ({
          id,
          method,
          path: url.split('?')[0],
        }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
      },
    }),
  );
  app.use(securityHeaders(), ownHostsOnly(hosts));
  const photos = new PhotoStore(database, photoFolder, photoQuotaBytes);
  const health = new Health({
    database,
    feed,
    photos,
    photoFolder,
    hasSealKey: sealKey !== null,
    backupState,
    build: web?.build ?? null,
    now,
  });
  const audit = new Audit(database);
  const serving = { database, now };
  app.use(serveProbe(serving, health));
  app.use(API, (_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  app.use(API, ownOriginOnly, sessions(database, sessionSecret), auditing(database, audit, now));
  // Before compression, which would hold events back.
  app.use(API, serveStream(serving, feed, web?.build ?? null, limits.streams));
  app.use(compression());
  app.get(`${API}/openapi.json`, (_request, response) => void response.json(openApiDocument()));
  app.use(
    API,
    bodies(database, limits, () => now().getTime()),
  );
  const documents = new Documents();
  app.use(
    API,
    serveSession(serving, signInTries),
    servePeople(serving),
    serveJobs(serving, jobs),
    serveRecord(serving, {
      sealed: new SealedNotes(jobs, sealKey),
      orders: new Orders(jobs, suppliers),
      suppliers,
      photos,
      documents,
      documentBytes: limits.documentBytes,
    }),
    serveKnowledge(serving, documents),
    serveGuides(serving, photos),
    serveShelf(serving),
    serveDiagnosis(serving),
    serveDock(serving, new DockClient(dockUrl)),
    serveHealth(serving, health, audit),
  );
  app.use(API, (_request, _response, next) =>
    next(
      new Refused(
        404,
        'no-route',
        'The server has nothing at this address. See /api/openapi.json for what it has.',
      ),
    ),
  );
  if (web) app.use(webRoutes(web));
  app.use(problemHandler);
  return app;
}
