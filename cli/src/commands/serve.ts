import { sure } from '@petrichor/core/units';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_ACCOUNTS } from '@petrichor/demo';
import { serverUrl } from '@petrichor/server';
import { Fault, say } from '../fault.js';
import { keysFrom } from '../backup/locks.js';
import { noNightly, startNightly } from '../backup/nightly.js';
import type { Source } from '../backup/make.js';
import { BACKUP_STATE, nightlySettings, photoFolder, sealKey } from '../backup/settings.js';
import { SERVER_MAIN, STATE, WEB_BUILD } from '../paths.js';
import { endRunning } from '../run.js';
import { ensureBuilt } from '../setup/build.js';
import { openLan, type Lan } from '../setup/lan/index.js';
import { loadDemo } from '../setup/demo.js';
import { startDock, startSupplier } from '../setup/stand-ins.js';
import { runningChild, Supervisor } from '../setup/supervise.js';
import { freePort, needPort } from '../setup/port.js';
import { startCluster, type Cluster } from '../setup/postgres.js';
import { bringUpToDate } from '../setup/up-to-date.js';

/**
 * `demo` and `start`: the same server, over the demo workshop or over your own. What dies is started again,
 * and said; Ctrl-C ends everything, twice: at once.
 */
export async function serve(which: 'demo' | 'start', args: readonly string[]): Promise<void> {
  const port = portFrom('PETRICHOR_PORT', 4700);
  await needPort(port);
  const nightly = nightlySettings(process.env);
  // What is set wrongly is told at once, not at night.
  keysFrom(process.env);
  const supervisor = new Supervisor(say);
  let cluster: Cluster | null = null;
  let lan: Lan | null = null;
  let ending: Promise<void> | null = null;
  const stop = (): Promise<void> =>
    (ending ??= (async () => {
      endRunning();
      await supervisor.stop();
      await lan?.stop();
      await cluster?.stop();
    })());
  const over = new Promise<void>((done) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
      process.on(signal, () => {
        // Pressed again: whoever waits for it waits no longer. PostgreSQL ends what it has to by itself.
        if (ending) process.exit(130);
        void stop().then(done, done);
      });
  });
  try {
    await ensureBuilt();
    const name = which === 'demo' ? 'petrichor_demo' : 'petrichor';
    let databaseUrl = process.env['DATABASE_URL'];
    if (!databaseUrl) {
      const own = await startCluster(join(STATE, 'postgres'));
      cluster = own;
      if (which === 'demo' && args.includes('--fresh')) await own.drop(name);
      databaseUrl = await own.database(name);
      await supervisor.keep({
        what: 'The database',
        start: firstThen(
          () => Promise.resolve(own.running()),
          () => own.again().then(() => own.running()),
        ),
      });
    }
    const source: Source = {
      databases: { [name]: databaseUrl },
      cluster: cluster && { adminUrl: cluster.adminUrl },
      photos: photoFolder(),
      sealKey: sealKey(),
    };
    await bringUpToDate(databaseUrl, source, !args.includes('--without-backup'));
    if (which === 'demo' && (await loadDemo(databaseUrl))) say('The demo workshop is loaded.');
    if (supervisor.isStopping) return;
    const settings = which === 'demo' ? await standIns(supervisor) : {};
    if (args.includes('--lan')) {
      const ports = {
        tls: portFrom('PETRICHOR_TLS_PORT', 4743),
        door: portFrom('PETRICHOR_DOOR_PORT', 4780),
      };
      await needPort(ports.tls, 'PETRICHOR_TLS_PORT');
      lan = await openLan(join(STATE, 'lan'), ports);
      Object.assign(settings, lan.environment);
    }
    const url = databaseUrl;
    if (nightly)
      await supervisor.keep({
        what: 'The nightly backup',
        start: () => Promise.resolve(startNightly(nightly, cluster !== null)),
      });
    else if (cluster) noNightly();
    settings['PETRICHOR_BACKUP_STATE'] = BACKUP_STATE;
    await supervisor.keep({
      what: 'The server',
      start: async () => runningChild(await startServer(url, port, settings)),
    });
    announce(which, port);
    await over;
  } finally {
    await stop();
  }
}

/** What the demo talks to instead of a dock and a supplier; those of one's own go before them. */
async function standIns(supervisor: Supervisor): Promise<NodeJS.ProcessEnv> {
  const settings: NodeJS.ProcessEnv = {};
  if (!process.env['PETRICHOR_DOCK']) {
    const dock = await freePort();
    settings['PETRICHOR_DOCK'] = `http://127.0.0.1:${dock}`;
    await supervisor.keep({ what: 'The simulated dock', start: () => startDock(undefined, dock) });
  }
  if (!process.env['PETRICHOR_SUPPLIER']) {
    const supplier = await freePort();
    settings['PETRICHOR_SUPPLIER'] = `http://127.0.0.1:${supplier}`;
    settings['PETRICHOR_ORDER_SECONDS'] = '5';
    await supervisor.keep({
      what: 'The simulated supplier',
      start: () => startSupplier(undefined, supplier),
    });
  }
  return settings;
}

/** Starts in one way the first time, and in another again. */
function firstThen<T>(first: () => Promise<T>, again: () => Promise<T>): () => Promise<T> {
  let begun = false;
  return () => {
    if (begun) return again();
    begun = true;
    return first();
  };
}

function portFrom(setting: string, usual: number): number {
  const text = process.env[setting];
  const port = Number(text ?? usual);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Fault(`${setting} is '${text}'; it has to be a number from 1 to 65535.`);
  return port;
}

/**
 * Starts the built server and waits until it takes requests.
 *
 * @param databaseUrl as whoever owns the database; the server itself connects as an ordinary role
 */
export async function startServer(
  databaseUrl: string,
  port: number,
  environment: NodeJS.ProcessEnv = {},
): Promise<ChildProcess> {
  const connects = await serverUrl(databaseUrl);
  const child = spawn(process.execPath, [SERVER_MAIN], {
    env: {
      ...process.env,
      NODE_OPTIONS: '',
      // Only who makes backups has to know it.
      PETRICHOR_BACKUP_PASSPHRASE: undefined,
      DATABASE_URL: connects,
      PETRICHOR_PORT: String(port),
      PETRICHOR_WEB: WEB_BUILD,
      PETRICHOR_PHOTOS: process.env['PETRICHOR_PHOTOS'] ?? join(STATE, 'photos'),
      PETRICHOR_SESSION_SECRET: secretIn('session-secret'),
      PETRICHOR_SEAL_KEY: process.env['PETRICHOR_SEAL_KEY'] ?? secretIn('seal-key'),
      ...environment,
    },
    // By the channel it notices when we are gone without a word.
    stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
    // Ctrl-C reaches only us; we end the server in order.
    detached: true,
  });
  return new Promise((done, failed) => {
    let told = '';
    sure(child.stderr).on('data', (chunk: Buffer) => {
      told += chunk.toString();
      process.stderr.write(chunk);
    });
    sure(child.stdout).on('data', (chunk: Buffer) => chunk.toString().includes('ready') && done(child));
    child.on('exit', () =>
      failed(
        new Fault(told.trim() === '' ? 'The server did not start.' : 'The server did not start: see above.'),
      ),
    );
  });
}

/**
 * Made once, so that sessions and sealed notes outlive a restart: 64 hexadecimal digits in a file of its
 * owner's alone.
 */
function secretIn(name: 'session-secret' | 'seal-key'): string {
  const file = join(STATE, name);
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}

function announce(which: 'demo' | 'start', port: number): void {
  console.log(`\nPetrichor is at http://127.0.0.1:${port}`);
  if (which === 'demo') {
    console.log('\nSign in as        with password     who');
    for (const { signInName, password, name, roles } of DEMO_ACCOUNTS)
      console.log(`  ${signInName.padEnd(16)}${password.padEnd(18)}${name}, ${roles.join(' and ')}`);
  } else {
    console.log('An empty workshop asks for its first account there.');
  }
  console.log('\nCtrl-C stops it.');
}
