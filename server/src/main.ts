import { readFileSync, unwatchFile, watchFile } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { Server } from 'node:net';
import { pino } from 'pino';
import { makeApp } from './app.js';
import { readConfig } from './config.js';
import { USUAL_BODIES } from './http/bodies.js';
import { closeGently } from './http/closing.js';
import { Feed } from './services/feed.js';
import { JobService } from './services/jobs.js';
import { drawUndrawn } from './services/ledger-draw.js';
import { OrderWatch, SupplierClient } from './services/suppliers.js';
import { openDatabase } from './store/database.js';

/** Starts the server; the database is expected to be migrated. Prints `ready` when it takes requests. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const log = pino({ level: config.PETRICHOR_LOG }, pino.destination({ dest: 2, sync: true }));
  const database = openDatabase(config.DATABASE_URL);
  const feed = new Feed(database, config.DATABASE_URL, log);
  await feed.start();
  const now = () => new Date();
  const jobs = new JobService(database, feed);
  const suppliers = new SupplierClient(config.PETRICHOR_SUPPLIER ?? null);
  const watch = new OrderWatch(database, jobs, suppliers, now, log);
  const app = makeApp({
    database,
    feed,
    jobs,
    suppliers,
    sealKey: config.PETRICHOR_SEAL_KEY ? Buffer.from(config.PETRICHOR_SEAL_KEY, 'hex') : null,
    log,
    sessionSecret: config.PETRICHOR_SESSION_SECRET,
    trustProxy: config.PETRICHOR_TRUST_PROXY,
    hosts: config.PETRICHOR_HOSTS,
    signInTries: config.PETRICHOR_SIGN_IN_TRIES,
    webFolder: config.PETRICHOR_WEB ?? null,
    dockUrl: config.PETRICHOR_DOCK ?? null,
    photoFolder: config.PETRICHOR_PHOTOS ?? null,
    photoQuotaBytes: config.PETRICHOR_PHOTO_QUOTA_GB * 1e9,
    limits: {
      ...USUAL_BODIES,
      bodyBytes: config.PETRICHOR_MAX_BODY_MB * 1e6,
      documentBytes: config.PETRICHOR_MAX_DOCUMENT_MB * 1e6,
      depth: config.PETRICHOR_MAX_JSON_DEPTH,
      values: config.PETRICHOR_MAX_JSON_VALUES,
      streams: config.PETRICHOR_MAX_STREAMS,
    },
    backupState: config.PETRICHOR_BACKUP_STATE ?? null,
    now,
  });
  const server = createServer(app);
  const secure =
    config.PETRICHOR_TLS_CERT && config.PETRICHOR_TLS_KEY
      ? overTls(app, config.PETRICHOR_TLS_CERT, config.PETRICHOR_TLS_KEY)
      : null;
  for (const one of secure ? [server, secure] : [server]) {
    one.headersTimeout = HEAD_MS;
    one.requestTimeout = config.PETRICHOR_REQUEST_SECONDS * 1000;
  }
  await listening(server, config.PETRICHOR_HOST, config.PETRICHOR_PORT, 'PETRICHOR_PORT');
  if (secure)
    await listening(secure, config.PETRICHOR_TLS_HOST, config.PETRICHOR_TLS_PORT, 'PETRICHOR_TLS_PORT');
  console.log('ready');
  watch.start(config.PETRICHOR_ORDER_SECONDS);
  void drawUndrawn(database, log).catch((error: unknown) =>
    log.warn({ err: error }, 'the Ledger could not be drawn; it is tried again at the next start'),
  );

  const stop = (): void => {
    watch.stop();
    if (config.PETRICHOR_TLS_CERT) unwatchFile(config.PETRICHOR_TLS_CERT);
    // Open event streams would keep it alive for ever; what is being done is finished first.
    feed.letGo();
    void Promise.all([server, ...(secure ? [secure] : [])].map((one) => closeGently(one)))
      .then(() => Promise.allSettled([feed.stop(), database.end()]))
      .then(() => process.exit(0));
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  // Whoever started it is gone without a word.
  process.once('disconnect', stop);
}

/** A certificate that is made anew while the server runs is taken up within a minute. */
function overTls(app: ReturnType<typeof makeApp>, certFile: string, keyFile: string) {
  const read = () => ({ cert: readFileSync(certFile), key: readFileSync(keyFile) });
  const server = createSecureServer(read(), app);
  watchFile(certFile, { interval: 60_000, persistent: false }, () => server.setSecureContext(read()));
  return server;
}

/** A head that is never finished holds a connection no longer than this. */
const HEAD_MS = 15_000;

function listening(server: Server, host: string, port: number, setting: string): Promise<void> {
  return new Promise((done, failed) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      failed(
        error.code === 'EADDRINUSE'
          ? new Error(`Port ${port} is taken by another program. End it, or choose another with ${setting}.`)
          : error,
      ),
    );
    server.listen(port, host, done);
  });
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
