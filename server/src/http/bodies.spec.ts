import { get, request as ask, type IncomingMessage } from 'node:http';
import fc from 'fast-check';
import request from 'supertest';
import { TestServer, type Visitor } from '../testing/server.js';
import { measureJson } from './json-limits.js';

let server: TestServer;
beforeAll(async () => (server = await TestServer.start()));
afterAll(() => server.stop());

/** Sends the head of a request and never the body; what comes back before it. */
const withoutBody = (path: string, bytes: number, headers: object = {}): Promise<number> =>
  new Promise((done, failed) => {
    const url = new URL(path, server.url);
    const sent = ask(url, {
      method: 'POST',
      headers: {
        Origin: server.url,
        'Content-Type': 'application/json',
        'Content-Length': bytes,
        ...headers,
      },
    });
    sent.on('response', (reply: IncomingMessage) => {
      done(reply.statusCode!);
      sent.destroy();
    });
    sent.on('error', failed);
    sent.flushHeaders();
  });

describe('bodies', () => {
  it('of nobody are not read', async () => {
    const paths = [
      '/api/imports',
      '/api/jobs',
      '/api/models',
      '/api/job-documents',
      '/api/photos',
      '/api/shelf/items',
    ];
    // Answered before a byte of the body came: it is not waited for.
    expect(await Promise.all(paths.map((path) => withoutBody(path, 7_000_000)))).toEqual(
      paths.map(() => 401),
    );
  });

  it('of nobody, and large, are answered late, and of many at once the lines are cut', async () => {
    const began = performance.now();
    const statuses = await Promise.allSettled(
      Array.from({ length: 26 }, () => withoutBody('/api/imports', 7_000_000)),
    );
    expect(performance.now() - began).toBeGreaterThan(900);
    expect(statuses.filter((one) => one.status === 'fulfilled').map((one) => one.value)).toEqual(
      Array.from({ length: 20 }, () => 401),
    );
    // What is small is answered meanwhile as ever, and the next large one again.
    const again = withoutBody('/api/imports', 7_000_000);
    const small = performance.now();
    expect(await withoutBody('/api/imports', 200)).toBe(401);
    expect(performance.now() - small).toBeLessThan(700);
    expect(await again).toBe(401);
  });

  it('at the door are small', async () => {
    const password = 'x'.repeat(20_000);
    const reply = await request(server.url)
      .post('/api/session')
      .set('Origin', server.url)
      .send({ signInName: 'ines', password });
    expect([reply.status, reply.body.code]).toEqual([413, 'too-large']);
  });
});

describe('JSON', () => {
  let lead: Visitor;
  beforeAll(async () => (lead = await server.signedIn()));

  it('that is nested deeper than anything here is refused before it is parsed', async () => {
    const refused = await lead.send(
      '/api/policy',
      'application/json',
      `{"a":${'['.repeat(100_000)}${']'.repeat(100_000)}}`,
    );
    expect([refused.status, refused.body.code]).toEqual([413, 'too-deep']);
  });

  it('of more values than anything here holds is refused before it is parsed', async () => {
    const refused = await lead.send('/api/policy', 'application/json', `[${'0,'.repeat(500_000)}0]`);
    expect([refused.status, refused.body.code]).toEqual([413, 'too-many']);
    expect(refused.body.detail).toContain('Split it');
  });

  it('of many megabytes is taken a few times, and then not for a while; other sessions are not held up', async () => {
    const large = JSON.stringify({ pad: 'x'.repeat(3_900_000) });
    const lead = await server.signedIn();
    const statuses: number[] = [];
    for (let times = 0; times < 8; times++)
      statuses.push((await lead.send('/api/policy', 'application/json', large)).status);
    expect(statuses.filter((one) => one === 429)).toHaveLength(2);
    expect(statuses.slice(-2)).toEqual([429, 429]);
    await lead.get('/api/bench').expect(200);
    const other = await server.signedIn();
    expect((await other.send('/api/policy', 'application/json', large)).status).toBe(400);
    server.now = new Date(server.now.getTime() + 11_000);
    expect((await lead.send('/api/policy', 'application/json', large)).status).toBe(400);
  });

  it('that is a whole job is taken again and again while it is small, a large one once in ten seconds', async () => {
    const lead = await server.signedIn();
    const bringIn = async (bytes: number): Promise<number> =>
      (await lead.send('/api/job-documents', 'text/plain', 'x'.repeat(bytes))).status;
    for (let times = 0; times < 12; times++) expect(await bringIn(100_000)).toBe(400);
    expect([await bringIn(40_000_000), await bringIn(40_000_000)]).toEqual([400, 429]);
    server.now = new Date(server.now.getTime() + 11_000);
    expect(await bringIn(40_000_000)).toBe(400);
  }, 30_000);

  it('is measured as what JSON.parse makes of it', () => {
    const size = (value: unknown): { depth: number; values: number } => {
      if (typeof value !== 'object' || value === null) return { depth: 0, values: 0 };
      const inner = Object.values(value).map(size);
      const commas = Math.max(0, inner.length - 1);
      return {
        depth: 1 + Math.max(0, ...inner.map((one) => one.depth)),
        values: 1 + commas + inner.reduce((sum, one) => sum + one.values, 0),
      };
    };
    fc.assert(
      fc.property(fc.jsonValue(), (value) =>
        expect(measureJson(Buffer.from(JSON.stringify(value)))).toEqual(size(value)),
      ),
      { numRuns: 400 },
    );
  });
});

it('a session listens with a handful of tabs at most, and with others again once some are closed', async () => {
  const signedIn = await request(server.url)
    .post('/api/session')
    .set('Origin', server.url)
    .send({ signInName: 'ines', password: 'a long enough one' })
    .expect(200);
  const Cookie = signedIn.headers['set-cookie']![0]!.split(';')[0]!;
  const listen = (): Promise<IncomingMessage> =>
    new Promise((done, failed) =>
      get(`${server.url}/api/stream`, { headers: { Cookie }, agent: false }, done).on('error', failed),
    );
  const open = await Promise.all(Array.from({ length: 12 }, listen));
  expect(open.map((one) => one.statusCode)).toEqual(Array.from({ length: 12 }, () => 200));
  const more = await listen();
  expect(more.statusCode).toBe(429);
  more.destroy();
  for (const one of open) one.on('error', () => undefined).destroy();
  await new Promise((done) => setTimeout(done, 100));
  const again = await listen();
  expect(again.statusCode).toBe(200);
  again.on('error', () => undefined).destroy();
});
