import { get, request as ask, type IncomingMessage } from 'node:http';
import request from 'supertest';
import { TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => (server = await TestServer.start()));
afterAll(() => server.stop());

/** Sends the head of a request and never the body; what comes back before it. */
const withoutBody = (path: string, bytes: number, headers: object = {}): Promise<number> =>
  new Promise((done, failed) => {
    const url = new URL(path, server.url);
    const sent = ask(url, {
      method: 'POST',
      headers: { Origin: server.url, 'Content-Type': 'application/json', 'Content-Length': bytes, ...headers },
    });
    sent.on('response', (reply: IncomingMessage) => {
      done(reply.statusCode!);
      sent.destroy();
    });
    sent.on('error', failed);
    sent.flushHeaders();
  });

describe('bodies', () => {
  it.each(['/api/imports', '/api/jobs', '/api/models', '/api/job-documents', '/api/photos', '/api/shelf/items'])(
    'of nobody are not read: %s',
    async (path) => {
      // Answered before a byte of the body came: it is not waited for.
      expect(await withoutBody(path, 7_000_000)).toBe(401);
    },
  );

  it('at the door are small', async () => {
    const password = 'x'.repeat(20_000);
    const reply = await request(server.url).post('/api/session').set('Origin', server.url).send({ signInName: 'ines', password });
    expect([reply.status, reply.body.code]).toEqual([413, 'too-large']);
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
    new Promise((done, failed) => get(`${server.url}/api/stream`, { headers: { Cookie }, agent: false }, done).on('error', failed));
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
