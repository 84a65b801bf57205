import { sure } from '@petrichor/core/units';
import { readFileSync } from 'node:fs';
import { Agent, request as ask, type ClientRequest } from 'node:http';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { DEMO_ACCOUNTS } from '@petrichor/demo';
import { ROOT } from '../paths.js';

/** How often each answer came, by status. */
export type Answers = Record<string, number>;

/** Something that goes on until `over`; `url` is of this machine's loopback. */
export interface Attack {
  readonly name: string;
  readonly run: (url: string, over: AbortSignal) => Promise<Answers>;
}

async function signIn(url: string): Promise<string> {
  const { signInName, password } = sure(DEMO_ACCOUNTS[0]);
  const headers = { 'content-type': 'application/json', origin: url };
  const reply = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ signInName, password }),
  });
  return sure(sure(reply.headers.get('set-cookie')).split(';')[0]);
}

/** Repeats something, `lanes` at a time, until it is over. */
async function again(over: AbortSignal, lanes: number, once: () => Promise<string>): Promise<Answers> {
  const answers: Answers = {};
  await Promise.all(
    Array.from({ length: lanes }, async () => {
      while (!over.aborted) {
        const answer = await once().catch(
          (error: unknown) => (error as { code?: string }).code ?? 'broken off',
        );
        answers[answer] = (answers[answer] ?? 0) + 1;
        await sleep(1);
      }
    }),
  );
  return answers;
}

const post = async (
  url: string,
  path: string,
  body: string | Buffer,
  cookie: string,
  type = 'application/json',
): Promise<string> => {
  const headers = { 'content-type': type, origin: url, cookie };
  const reply = await fetch(url + path, { method: 'POST', headers, body: body as string });
  await reply.arrayBuffer();
  return String(reply.status);
};

/** Requests that promise a body and never send it, held open until it is over. */
async function hanging(url: string, over: AbortSignal, count: number, cookie: string): Promise<Answers> {
  const agent = new Agent({ keepAlive: false, maxSockets: count });
  const answers: Answers = {};
  const open: ClientRequest[] = [];
  for (let n = 0; n < count; n++) {
    const headers = { origin: url, cookie, 'content-type': 'application/json', 'content-length': 5_000_000 };
    const sent = ask(`${url}/api/imports`, { method: 'POST', headers, agent });
    sent.on(
      'response',
      ({ statusCode }) => (answers[String(statusCode)] = (answers[String(statusCode)] ?? 0) + 1),
    );
    sent.on('error', () => undefined);
    sent.write('{"text":"');
    open.push(sent);
  }
  await new Promise<void>((done) => over.addEventListener('abort', () => done()));
  for (const one of open) one.destroy();
  return { ...answers, 'held open': count };
}

const FIRST = join(ROOT, 'core/src/testing/editions/first/handed-over.json');
/** A job's document with so many megabytes of photos. */
function jobDocument(megabytes: number): Buffer {
  const document = JSON.parse(readFileSync(FIRST, 'utf8')) as object;
  const photo = { hash: 'ab'.repeat(32), jpegBase64: Buffer.alloc(750_000, 7).toString('base64') };
  return Buffer.from(JSON.stringify({ ...document, photos: Array.from({ length: megabytes }, () => photo) }));
}

export const ATTACKS: readonly Attack[] = [
  {
    // What the machine alone makes of it: every attacker takes a core, and some have two.
    name: 'none: a program beside it that only computes',
    run: async (_url, over) => {
      while (!over.aborted) {
        for (let n = 0, end = performance.now() + 20; performance.now() < end;) n += Math.sqrt(n + 1);
        await sleep(0);
      }
      return {};
    },
  },
  {
    name: 'bodies of 8 MB by nobody',
    run: (url, over) => {
      const body = Buffer.alloc(8_000_000, 'x');
      return again(over, 6, () => post(url, '/api/imports', body, ''));
    },
  },
  { name: '300 bodies that never come, by nobody', run: (url, over) => hanging(url, over, 300, '') },
  {
    name: 'wrong passwords',
    run: (url, over) =>
      again(over, 6, () =>
        post(
          url,
          '/api/session',
          JSON.stringify({ signInName: sure(DEMO_ACCOUNTS[1]).signInName, password: 'not this one at all' }),
          '',
        ),
      ),
  },
  {
    name: 'JSON nested a million deep, by somebody signed in',
    run: async (url, over) => {
      const cookie = await signIn(url);
      const body = `${'['.repeat(900_000)}`;
      return again(over, 3, () => post(url, '/api/policy', body, cookie));
    },
  },
  {
    name: 'JSON of 7 MB, by somebody signed in',
    run: async (url, over) => {
      const cookie = await signIn(url);
      const body = JSON.stringify({ pad: 'x'.repeat(7_000_000) });
      return again(over, 3, () => post(url, '/api/policy', body, cookie));
    },
  },
  {
    name: '200 bodies that never come, by somebody signed in',
    run: async (url, over) => hanging(url, over, 200, await signIn(url)),
  },
  {
    name: 'event streams without end',
    run: async (url, over) => {
      const cookie = await signIn(url);
      return again(over, 20, async () => {
        const reply = await fetch(`${url}/api/stream`, {
          headers: { cookie },
          signal: AbortSignal.any([over, AbortSignal.timeout(300)]),
        });
        const status = String(reply.status);
        await reply.text().catch(() => undefined);
        return status;
      });
    },
  },
  {
    name: 'a lead’s job documents of 60 MB',
    run: async (url, over) => {
      const cookie = await signIn(url);
      const body = jobDocument(60);
      return again(over, 1, () => post(url, '/api/job-documents', body, cookie, 'text/plain'));
    },
  },
];
