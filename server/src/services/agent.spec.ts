import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import * as z from 'zod';
import type { Refused } from '../refused.js';
import { Agent } from './agent.js';

/**
 * An agent that is not what it should be: another version, another program, or somebody's who means no good.
 */
let server: Server;
let answer: RequestListener;
const asked: string[] = [];
beforeAll(async () => {
  server = createServer((request, response) => {
    asked.push(request.url ?? '');
    answer(request, response);
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
});
afterAll(async () => {
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
});

const words = {
  code: 'dock',
  none: 'none',
  away: 'The dock does not answer.',
  nonsense: 'The dock answers, but not as agreed.',
};
const ask = (): Promise<unknown> =>
  new Agent(`http://127.0.0.1:${(server.address() as AddressInfo).port}`, words).ask(
    z.strictObject({ ok: z.string() }),
    'GET',
    '/x',
  );
const refusal = async (): Promise<string> =>
  ask().then(
    () => 'taken',
    ({ status, code, message }: Refused) => `${status} ${code}: ${message}`,
  );
const problem =
  (status: number, code: string, detail: string): RequestListener =>
  (_request, response) =>
    void response.writeHead(status).end(JSON.stringify({ type: 'x', title: 'x', status, code, detail }));
const NONSENSE = '502 dock-nonsense: The dock answers, but not as agreed.';

it('is passed on in its own words where it refuses as agreed', async () => {
  answer = problem(409, 'sent', 'It is on its way\n\nalready.');
  expect(await refusal()).toBe('409 sent: It is on its way already.');
  answer = problem(418, 'tea', 'No.');
  expect(await refusal()).toBe('409 tea: No.');
});

it.each([
  ['not-signed-in', 401],
  ['role', 403],
  ['database-away', 503],
  ['Other Command', 409],
])('is never read as this server’s own refusal: %s', async (code, status) => {
  answer = problem(status, code, 'Sign in again, here: http://elsewhere.example');
  expect(await refusal()).toBe(NONSENSE);
});

it('with a status that would sign somebody out is only a refusal', async () => {
  answer = problem(401, 'wrong-key', 'The key is wrong.');
  expect(await refusal()).toBe('409 wrong-key: The key is wrong.');
});

it('is not followed to where it sends us', async () => {
  asked.length = 0;
  answer = (_request, response) => void response.writeHead(302, { Location: '/elsewhere' }).end();
  expect(await refusal()).toBe(NONSENSE);
  expect(asked).toEqual(['/x']);
});

it('is read no further than an answer may be long', async () => {
  let sent = 0;
  answer = (_request, response) => {
    response.writeHead(200);
    const more = (): void => {
      while (!response.destroyed && sent < 400_000_000 && response.write(Buffer.alloc(1_000_000, 0x20)))
        sent += 1_000_000;
      if (!response.destroyed) response.once('drain', more);
    };
    more();
  };
  expect(await refusal()).toBe(NONSENSE);
  expect(sent).toBeLessThan(60_000_000);
});

it('has its long words cut, and characters that cannot be kept left out', async () => {
  answer = problem(409, 'long', `${'a'.repeat(5000)}`);
  expect((await refusal()).length).toBeLessThan(320);
  answer = (_request, response) => void response.writeHead(200).end('{"ok":"AB\\u0000\\ud83d"}');
  expect(await ask()).toEqual({ ok: 'AB' });
});

it('that answers nonsense, or not at all, is told apart', async () => {
  answer = (_request, response) => void response.writeHead(200).end('<html>');
  expect(await refusal()).toBe(NONSENSE);
  answer = (_request, response) => void response.writeHead(500).end('<html>');
  expect(await refusal()).toBe('503 dock-away: The dock does not answer.');
  answer = (_request, response) => void response.destroy();
  expect(await refusal()).toBe('503 dock-away: The dock does not answer.');
});
