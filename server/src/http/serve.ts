import {
  Media,
  statusOf,
  type BodyOf,
  type By,
  type ParamsOf,
  type QueryOf,
  type ReplyOf,
  type Route,
} from '@petrichor/api';
import { raw as rawBody, Router, type Request, type RequestHandler, type Response } from 'express';
import * as z from 'zod';
import type { Acting } from '../services/acting.js';
import type { AccountRow } from '../store/accounts.js';
import type { Database } from '../store/database.js';
import { parsed } from './problems.js';
import { requireAccount } from './session.js';

/** A request as its route says it is: parsed, and asked by who may. */
interface Asked<R> {
  readonly params: ParamsOf<R>;
  readonly query: QueryOf<R>;
  readonly body: BodyOf<R>;
  /** Who acts, for which workshop, and when; nobody where anyone may ask. */
  readonly by: R extends { readonly by: 'anyone' } ? null : Acting;
  readonly account: R extends { readonly by: 'anyone' } ? null : AccountRow;
  readonly request: Request;
  /** For what is no JSON: whoever answers a media type writes it himself. */
  readonly response: Response;
}

/** One answer for each route of a group: one that is missing does not compile. */
type Answers<Routes> = {
  readonly [Name in keyof Routes]: (
    asked: Asked<Routes[Name]>,
  ) => ReplyOf<Routes[Name]> | Promise<ReplyOf<Routes[Name]>>;
};

export interface Serving {
  readonly database: Database;
  readonly now: () => Date;
}

/** What is done between who asks being known and the answer, of a group of routes: as its contract says. */
export function serve<Routes extends Readonly<Record<string, Route>>>(
  routes: Routes,
  { database, now, largestBytes = 0 }: Serving & { readonly largestBytes?: number },
  answers: Answers<Routes>,
): Router {
  const router = Router();
  for (const [name, route] of Object.entries<Route>(routes)) {
    const answer = answers[name] as unknown as (asked: object) => unknown;
    const handle: RequestHandler = async (request, response) => {
      const account = await whoMay(database, request, route.by);
      const params = parsed(z.object(route.params ?? {}), request.params);
      const query = route.query ? parsed(route.query, request.query) : undefined;
      const by = account && acting(account, now());
      response.status(statusOf(route));
      const reply = await answer({
        params,
        query,
        body: bodyOf(route, request),
        by,
        account,
        request,
        response,
      });
      if (route.reply instanceof Media) return;
      if (route.reply) response.json(reply);
      else response.end();
    };
    const before: RequestHandler[] =
      route.body instanceof Media
        ? [mayFirst(database, route.by), rawBody({ type: route.body.type, limit: largestBytes })]
        : [];
    router[METHODS[route.method]](route.path, ...before, handle);
  }
  return router;
}

const METHODS = { GET: 'get', POST: 'post', DELETE: 'delete' } as const;

const acting = ({ workshopId, id, name, roles }: AccountRow, at: Date): Acting => ({
  workshopId,
  by: { id, name },
  roles,
  at,
});

async function whoMay(database: Database, request: Request, by: By): Promise<AccountRow | null> {
  if (by === 'anyone') return null;
  if (by === 'signed-in') return requireAccount(database, request);
  if (!('oneself' in by)) return requireAccount(database, request, ...by);
  const account = await requireAccount(database, request);
  return account.id === request.params[by.oneself] ? account : requireAccount(database, request, ...by.or);
}

/** Who may not send megabytes does not get to. */
const mayFirst =
  (database: Database, by: By): RequestHandler =>
  (request, _response, next) =>
    void whoMay(database, request, by).then(() => next(), next);

function bodyOf({ body }: Route, request: Request): unknown {
  const sent: unknown = request.body;
  if (!(body instanceof Media)) return body && parsed(body, sent);
  return Buffer.isBuffer(sent) ? ownBytes(sent) : new Uint8Array();
}

/**
 * Memory of its own, so that it can be given away to the thread that reads it: large bodies have it already.
 */
const ownBytes = (body: Buffer): Uint8Array<ArrayBuffer> =>
  body.byteOffset === 0 && body.buffer.byteLength === body.length && body.buffer instanceof ArrayBuffer
    ? new Uint8Array(body.buffer)
    : new Uint8Array(body);
