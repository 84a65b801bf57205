import { API, CONTRACT, hrefOf, type Route } from '@petrichor/api';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Router, static as files, type Request } from 'express';
import { nonceOf } from '../http/security.js';
import { COOKIE } from '../http/session.js';
import { Refused } from '../refused.js';

/** The built web application, as it lies in its folder. */
export interface Web {
  readonly folder: string;
  readonly page: string;
  /** Names this build: the page names its files, and those carry a hash of their content. */
  readonly build: string;
}

export function readWeb(folder: string): Web {
  const page = readFileSync(join(folder, 'index.html'), 'utf8');
  return { folder, page, build: createHash('sha256').update(page).digest('hex').slice(0, 16) };
}

/**
 * What the page asks for first, asked for with the page: for somebody signed in, while its program is still
 * on its way.
 */
const asked = (at: '/' | 'elsewhere'): string =>
  [CONTRACT.session, CONTRACT.knowledge, ...(at === '/' ? [CONTRACT.bench] : [])]
    .map(
      (route) =>
        `<link rel="preload" as="fetch" crossorigin="anonymous" href="${hrefOf<Route>(route, {})}" />`,
    )
    .join('');
const isKnown = (request: Request): boolean => request.headers.cookie?.includes(`${COOKIE}=`) ?? false;

/**
 * The built web application. Every address that is no file is the page itself, with this reply's nonce in it.
 */
export function webRoutes({ folder, page, build }: Web): Router {
  const routes = Router();
  const built = page.replaceAll('BUILD', build);
  const early = built.replace('</head>', `${asked('/')}</head>`);
  const elsewhere = built.replace('</head>', `${asked('elsewhere')}</head>`);
  // File names carry a hash of their content; the page itself does not, and is always asked for.
  routes.use(files(folder, { index: false, immutable: true, maxAge: '1y', fallthrough: true }));
  routes.get('/{*path}', (request, response, next) => {
    if (request.path.startsWith(`${API}/`) || /\.[a-z0-9]+$/i.test(request.path))
      return next(new Refused(404, 'no-page', 'There is nothing at this address. Go back to the Bench.'));
    response
      .type('html')
      .set('Cache-Control', 'no-store')
      .send(
        (!isKnown(request) ? built : request.path === '/' ? early : elsewhere).replaceAll(
          'NONCE',
          nonceOf(response),
        ),
      );
  });
  return routes;
}
