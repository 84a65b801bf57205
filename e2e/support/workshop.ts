import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { promisify } from 'node:util';

// Playwright starts from the checkout's folder.
const ROOT = process.cwd().replace(/\/e2e$/, '');
const HOST = '127.0.0.1';

/** The built server over a database of its own, which a test may kill and start again. */
export class Workshop {
  private child: ChildProcess | null = null;
  private constructor(
    private readonly databaseUrl: string,
    private readonly port: number,
  ) {}

  /** `demo`: the demo workshop. `empty`: an installation that has nobody yet. */
  static async open(what: 'demo' | 'empty'): Promise<Workshop> {
    const name = `e2e_${randomUUID().replaceAll('-', '')}`;
    const args = ['--conditions=petrichor-source', '--import', 'tsx', join(ROOT, 'e2e/support/prepare.ts'), name, what];
    const { stdout } = await promisify(execFile)(process.execPath, args, { cwd: ROOT });
    const workshop = new Workshop(stdout.trim(), await freePort());
    await workshop.start();
    return workshop;
  }

  get url(): string {
    return `http://${HOST}:${this.port}`;
  }

  async start(): Promise<void> {
    const child = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
      env: {
        ...process.env,
        DATABASE_URL: this.databaseUrl,
        PETRICHOR_PORT: String(this.port),
        PETRICHOR_WEB: join(ROOT, 'web/dist/browser'),
        PETRICHOR_SESSION_SECRET: 'only for tests, only for tests, only',
        PETRICHOR_SIGN_IN_TRIES: '100',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.child = child;
    await new Promise<void>((done, failed) => {
      child.stdout.on('data', (chunk: Buffer) => chunk.toString().includes('ready') && done());
      child.once('exit', () => failed(new Error('The server did not start.')));
    });
  }

  /** As a power cut would: no farewell. */
  async kill(): Promise<void> {
    const child = this.child;
    this.child = null;
    if (!child) return;
    await new Promise<void>((done) => {
      child.once('exit', () => done());
      child.kill('SIGKILL');
    });
  }
}

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer();
    probe.listen(0, HOST, () => {
      const address = probe.address();
      probe.close(() => done(typeof address === 'object' && address ? address.port : 0));
    });
  });
