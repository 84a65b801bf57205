import { sure } from '@petrichor/core/units';
import type { ChildProcess } from 'node:child_process';
import { DEMO_ACCOUNTS } from '@petrichor/demo';
import { startServer } from '../commands/serve.js';
import { startDock, type StandIn } from '../setup/stand-ins.js';
import { freePort } from '../setup/port.js';

/** The built server over the demo, for measuring: it can be stopped and started again. */
export class MeasuredWorkshop {
  private child: ChildProcess | null = null;
  private dock: StandIn | null = null;
  private port = 0;

  constructor(readonly databaseUrl: string) {}

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    this.port ||= await freePort();
    this.dock ??= await startDock();
    this.child = await startServer(this.databaseUrl, this.port, { PETRICHOR_DOCK: this.dock.url });
  }

  async stop(): Promise<void> {
    const child = this.child;
    this.child = null;
    if (!child) return;
    await new Promise<void>((done) => {
      child.once('exit', () => done());
      child.kill('SIGTERM');
    });
  }

  /** Server and dock. */
  async end(): Promise<void> {
    await this.stop();
    await this.dock?.stop();
    this.dock = null;
  }

  /** The cookie of a technician who has just signed in. */
  async signIn(): Promise<string> {
    const { signInName, password } = sure(DEMO_ACCOUNTS[0]);
    const reply = await this.post('/api/session', { signInName, password }, '');
    return sure(sure(reply.headers.get('set-cookie')).split(';')[0]);
  }

  get(path: string, cookie: string): Promise<Response> {
    return fetch(this.url + path, { headers: { cookie } });
  }

  post(path: string, body: object, cookie: string): Promise<Response> {
    const headers = { 'content-type': 'application/json', origin: this.url, cookie };
    return fetch(this.url + path, { method: 'POST', headers, body: JSON.stringify(body) });
  }
}

/** A value that `share` of the others do not exceed. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? 0;
}

export const round = (value: number): number => Math.round(value * 10) / 10;
