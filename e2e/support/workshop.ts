import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { asAdmin, databaseLike, type Begins } from './templates';
import { ROOT } from './root';

const HOST = '127.0.0.1';

/** The built server over a database of its own, which a test may kill and start again. */
export class Workshop {
  private child: ChildProcess | null = null;
  private dock: ChildProcess | null = null;
  private readonly photos = mkdtempSync(join(tmpdir(), 'petrichor-photos-'));
  private constructor(
    private readonly databaseUrl: string,
    readonly port: number,
    private readonly dockPort: number | null,
    private readonly settings: NodeJS.ProcessEnv,
  ) {}

  /**
   * `demo`: the demo workshop. `empty`: an installation that has nobody yet.
   * @param dockSpeed a simulated dock stands beside it, so many times faster than life; null: it has none.
   * @param settings of the server, besides the usual ones
   */
  static async open(
    what: Begins,
    dockSpeed: number | null = null,
    settings: NodeJS.ProcessEnv = {},
  ): Promise<Workshop> {
    const workshop = new Workshop(
      await databaseLike(what),
      await freePort(),
      dockSpeed === null ? null : await freePort(),
      settings,
    );
    if (dockSpeed !== null) await workshop.startDock(dockSpeed);
    await workshop.start();
    return workshop;
  }

  get url(): string {
    return `http://${HOST}:${this.port}`;
  }

  /** @param web the folder of the web application; unset: the one that is built here */
  async start(web = join(ROOT, 'web/dist/browser')): Promise<void> {
    const child = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
      env: {
        ...process.env,
        DATABASE_URL: this.databaseUrl,
        PETRICHOR_PORT: String(this.port),
        PETRICHOR_WEB: web,
        PETRICHOR_SESSION_SECRET: 'only for tests, only for tests, only',
        PETRICHOR_SIGN_IN_TRIES: '100',
        PETRICHOR_SEAL_KEY: '5ea1'.repeat(16),
        PETRICHOR_PHOTOS: this.photos,
        ...this.settings,
        ...(this.dockPort === null ? {} : { PETRICHOR_DOCK: `http://${HOST}:${this.dockPort}` }),
      },
      stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
    });
    this.child = child;
    await ready(child);
  }

  /**
   * Keeps the database as it is now: what a backup would hold. The server is stopped for it, and started
   * again.
   */
  async backUp(): Promise<void> {
    await this.kill();
    await asAdmin(`create database "${this.database}_kept" template "${this.database}"`);
    await this.start();
  }

  /** Puts the database back to how it was kept: what a restore does. */
  async restore(): Promise<void> {
    await this.kill();
    await asAdmin(`drop database "${this.database}" with (force)`);
    await asAdmin(`alter database "${this.database}_kept" rename to "${this.database}"`);
    await this.start();
  }

  private get database(): string {
    return new URL(this.databaseUrl).pathname.slice(1);
  }

  /**
   * Kills the server and starts one that gives out another build of the web application: what an update looks
   * like to an open tab.
   */
  async update(): Promise<void> {
    const web = join(this.photos, 'newer-web');
    cpSync(join(ROOT, 'web/dist/browser'), web, { recursive: true });
    const index = join(web, 'index.html');
    // A build is named by what its page says.
    writeFileSync(index, readFileSync(index, 'utf8').replace('</body>', '<!-- newer --></body>'));
    await this.kill();
    await this.start(web);
  }

  /** The simulated dock with the demo's drives. */
  async startDock(speed: number): Promise<void> {
    const child = spawn(process.execPath, [join(ROOT, 'server/dist/simulated/dock/main.js')], {
      env: {
        ...process.env,
        PETRICHOR_DOCK_PORT: String(this.dockPort),
        PETRICHOR_DOCK_DRIVES: join(ROOT, 'demo/dock/drives.json'),
        PETRICHOR_DOCK_SPEED: String(speed),
      },
      stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
    });
    this.dock = child;
    await ready(child);
  }

  async killDock(): Promise<void> {
    const child = this.dock;
    this.dock = null;
    await killed(child);
  }

  /** As a power cut would: no farewell. */
  async kill(): Promise<void> {
    const child = this.child;
    this.child = null;
    await killed(child);
  }

  /** Server and dock. */
  async close(): Promise<void> {
    await this.kill();
    await this.killDock();
    await asAdmin(`drop database if exists "${this.database}" with (force)`);
    rmSync(this.photos, { recursive: true, force: true });
  }
}

const ready = (child: ChildProcess): Promise<void> =>
  new Promise((done, failed) => {
    child.stdout!.on('data', (chunk: Buffer) => chunk.toString().includes('ready') && done());
    child.once('exit', () => failed(new Error('The program did not start.')));
  });

const killed = (child: ChildProcess | null): Promise<void> =>
  new Promise((done) => {
    if (!child || child.exitCode !== null) return done();
    child.once('exit', () => done());
    child.kill('SIGKILL');
  });

/**
 * Where this worker's ports begin: below those that the system gives out by itself, and apart from other
 * workers'.
 */
let nextPort =
  21_000 + Number(process.env['TEST_PARALLEL_INDEX'] ?? 0) * 1_500 + Math.floor(Math.random() * 700);

/** A port that stays free while nothing of ours listens on it: a server that is started again finds it so. */
export async function freePort(): Promise<number> {
  for (;;) {
    const port = nextPort++;
    if (await isFree(port)) return port;
  }
}

const isFree = (port: number): Promise<boolean> =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', () => done(false));
    probe.listen(port, HOST, () => probe.close(() => done(true)));
  });
