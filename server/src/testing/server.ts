import { randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { demoDrives, demoModels, demoParts } from '@petrichor/demo';
import pg from 'pg';
import { pino } from 'pino';
import request from 'supertest';
import { makeApp } from '../app.js';
import { USUAL_BODIES } from '../http/bodies.js';
import { migrate, serverUrl } from '../migrate.js';
import { Feed } from '../services/feed.js';
import { JobService } from '../services/jobs.js';
import { OrderWatch, SupplierClient } from '../services/suppliers.js';
import { addAccount, makeFirstAccount } from '../services/accounts.js';
import { openDatabase, type Database } from '../store/database.js';
import { putDrives, putModel, putParts } from '../store/knowledge.js';

const PASSWORD = 'a long enough one';

/** A server on a port of its own, over a database of its own in a real PostgreSQL. */
export class TestServer {
  now = new Date('2026-04-14T08:00:00Z');
  private constructor(
    readonly database: Database,
    readonly databaseUrl: string,
    readonly workshopId: string,
    readonly feed: Feed,
    readonly server: Server,
    /** Asks the supplier when a test says so. */
    readonly orders: OrderWatch,
    private readonly name: string,
  ) {}

  static async start(
    signInTries = 1000,
    dockUrl: string | null = null,
    supplierUrl: string | null = null,
  ): Promise<TestServer> {
    const name = `test_${randomUUID().replaceAll('-', '')}`;
    await asAdmin((client) => client.query(`create database ${name}`));
    const databaseUrl = withDatabase(postgres(), name);
    await migrate(databaseUrl);
    // As the server connects in life: the owner's address is for tests that look behind it.
    const connects = await serverUrl(databaseUrl);
    const database = openDatabase(connects);
    const { workshopId } = await makeFirstAccount(database, {
      workshopName: 'Quayside',
      name: 'Ines',
      signInName: 'ines',
      password: PASSWORD,
    });
    await addAccount(database, workshopId, {
      name: 'Perpetua',
      signInName: 'perpetua',
      password: PASSWORD,
      roles: ['desk'],
    });
    await database.inWorkshop(workshopId, async (tx) => {
      for (const model of demoModels()) await putModel(tx, model);
      await putDrives(tx, demoDrives());
      await putParts(tx, demoParts());
    });
    const log = pino({ level: 'silent' });
    const feed = new Feed(database, connects, log);
    await feed.start();
    let made: TestServer | null = null;
    const now = () => made?.now ?? new Date();
    const jobs = new JobService(database, feed);
    const suppliers = new SupplierClient(supplierUrl);
    const parts = {
      database,
      feed,
      jobs,
      suppliers,
      sealKey: Buffer.alloc(32, 7),
      log,
      sessionSecret: 'x'.repeat(40),
      trustProxy: ['loopback'],
      hosts: ['quayside.test'],
      signInTries,
      webFolder: null,
      dockUrl,
      photoFolder: path.join(tmpdir(), name),
      photoQuotaBytes: 10_000_000,
      limits: { ...USUAL_BODIES, streams: 12 },
      backupState: path.join(tmpdir(), `${name}.backup`),
    };
    const app = makeApp({ ...parts, now });
    const server = createServer(app);
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    made = new TestServer(
      database,
      databaseUrl,
      workshopId,
      feed,
      server,
      new OrderWatch(database, jobs, suppliers, now, log),
      name,
    );
    return made;
  }

  get url(): string {
    return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}`;
  }

  /** Somebody without a session. */
  anyone(): Visitor {
    return new Visitor(this.url);
  }

  async signedIn(signInName = 'ines'): Promise<Visitor> {
    const visitor = this.anyone();
    await visitor.post('/api/session', { signInName, password: PASSWORD }).expect(200);
    return visitor;
  }

  async stop(): Promise<void> {
    this.server.closeAllConnections();
    await new Promise((done) => this.server.close(done));
    await this.feed.stop();
    await this.database.end();
    await rm(path.join(tmpdir(), this.name), { recursive: true, force: true });
    await asAdmin((client) => client.query(`drop database ${this.name} with (force)`));
  }
}

/** A browser's worth of requests: it keeps its cookie and says where it comes from. */
export class Visitor {
  private readonly agent: ReturnType<typeof request.agent>;
  constructor(private readonly url: string) {
    this.agent = request.agent(url);
  }
  get = (path: string) => this.agent.get(path);
  post = (path: string, body: object) => this.agent.post(path).set('Origin', this.url).send(body);
  /** A body as it is: bytes, or JSON that is written already. */
  send = (path: string, type: string, body: Buffer | string) =>
    this.agent.post(path).set('Origin', this.url).set('Content-Type', type).send(body);
  /** Leaves as soon as the answer has begun: for a line that never ends. */
  begin = async (path: string): Promise<{ status: number; text: string }> => {
    const { status } = await this.agent.get(path).parse((answer, done) => {
      done(null, '');
      (answer as unknown as IncomingMessage).destroy();
    });
    return { status, text: '' };
  };
  delete = (path: string) => this.agent.delete(path).set('Origin', this.url);
}

function postgres(): string {
  const url = process.env['PETRICHOR_TEST_POSTGRES'];
  if (!url)
    throw new Error(
      'These tests need a PostgreSQL server: run them through ./petrichor test, or set PETRICHOR_TEST_POSTGRES.',
    );
  return url;
}

function withDatabase(url: string, name: string): string {
  const changed = new URL(url);
  changed.pathname = `/${name}`;
  return changed.href;
}

async function asAdmin(work: (client: pg.Client) => Promise<unknown>): Promise<void> {
  const client = new pg.Client({ connectionString: postgres() });
  await client.connect();
  await work(client).finally(() => client.end());
}
