import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import request from 'supertest';
import { securityHeaders } from '../http/security.js';
import { readWeb, webRoutes } from './web.js';

const folder = mkdtempSync(join(tmpdir(), 'petrichor-web-'));
writeFileSync(join(folder, 'index.html'), '<html><head></head><body data-build="BUILD"></body></html>');
const app = express()
  .use(...securityHeaders())
  .use(webRoutes(readWeb(folder)));
afterAll(() => rmSync(folder, { recursive: true }));

/** What the page at `path` has the browser ask for. */
const asked = async (path: string, cookie = ''): Promise<string[]> => {
  const { text } = await request(app).get(path).set('cookie', cookie).expect(200);
  return [...text.matchAll(/rel="preload" as="fetch" crossorigin="anonymous" href="([^"]+)"/g)].map(
    ([, address]) => address!,
  );
};

it('asks with the page for what its program will ask for, for whoever may be signed in', async () => {
  expect(await asked('/', 'petrichor.sid=s%3Aone')).toEqual(['/api/session', '/api/knowledge', '/api/bench']);
  expect(await asked('/jobs/one', 'other=1; petrichor.sid=s%3Aone')).toEqual([
    '/api/session',
    '/api/knowledge',
  ]);
  expect(await asked('/')).toEqual([]);
  expect(await asked('/', 'petrichor=1')).toEqual([]);
});
