import { createServer } from 'node:http';
import { pino } from 'pino';
import { makeApp } from './app.js';
import { readConfig } from './config.js';
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
  const jobs = new JobService(database);
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
    secureCookie: config.PETRICHOR_SECURE_COOKIE,
    signInTries: config.PETRICHOR_SIGN_IN_TRIES,
    webFolder: config.PETRICHOR_WEB ?? null,
    dockUrl: config.PETRICHOR_DOCK ?? null,
    photoFolder: config.PETRICHOR_PHOTOS ?? null,
    now,
  });
  const server = createServer(app);
  server.on('error', (error: NodeJS.ErrnoException) => {
    const why =
      error.code === 'EADDRINUSE'
        ? `Port ${config.PETRICHOR_PORT} is taken by another program. End it, or choose another with PETRICHOR_PORT.`
        : error.message;
    console.error(why);
    process.exit(1);
  });
  server.listen(config.PETRICHOR_PORT, config.PETRICHOR_HOST, () => console.log('ready'));
  watch.start(config.PETRICHOR_ORDER_SECONDS);
  void drawUndrawn(database, log).catch((error: unknown) =>
    log.warn({ err: error }, 'the Ledger could not be drawn; it is tried again at the next start'),
  );

  const stop = (): void => {
    watch.stop();
    // Open event streams would keep it alive for ever.
    server.closeAllConnections();
    server.close(() => void Promise.allSettled([feed.stop(), database.end()]).then(() => process.exit(0)));
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  // Whoever started it is gone without a word.
  process.once('disconnect', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
