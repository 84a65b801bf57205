import { sure } from '@petrichor/core/units';
import { CONTRACT, type Route } from '@petrichor/api';
import express, { type Request, type RequestHandler } from 'express';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { measureJson } from './json-limits.js';
import { requireAccount } from './session.js';

/** Where anybody may send something: a name and a password, and no more than they take. */
const AT_THE_DOOR = new Set(
  Object.values<Route>(CONTRACT)
    .filter(({ by, body }) => by === 'anyone' && body)
    .map(({ path }) => path),
);
const SMALL = '8kb';

/** How much may be sent at once, and how often. */
export interface BodyLimits {
  readonly bodyBytes: number;
  /** Of a whole job as a document, its photos in it. */
  readonly documentBytes: number;
  readonly depth: number;
  readonly values: number;
  /** Bodies beyond this many bytes count as large ... */
  readonly largeBytes: number;
  /** ... and of them so many bytes are taken of one session in ten seconds. */
  readonly largeBudgetBytes: number;
  /** The same for whole jobs as documents, which are read beside everything else. */
  readonly documentBudgetBytes: number;
}

export const USUAL_BODIES: BodyLimits = {
  bodyBytes: 8_000_000,
  documentBytes: 64_000_000,
  depth: 64,
  values: 400_000,
  largeBytes: 250_000,
  largeBudgetBytes: 24_000_000,
  documentBudgetBytes: 64_000_000,
};

/**
 * Reads JSON bodies, once it is known who sends them: whoever is not signed in gets no megabytes read and
 * parsed.
 */
export function bodies(database: Database, limits: BodyLimits, now: () => number): RequestHandler {
  const verify = (_request: unknown, _response: unknown, bytes: Buffer): void => {
    const { depth, values } = measureJson(bytes, limits);
    if (depth > limits.depth)
      throw new Refused(
        413,
        'too-deep',
        `That is nested more than ${limits.depth} deep, which nothing here is.`,
      );
    if (values > limits.values)
      throw new Refused(
        413,
        'too-many',
        `That holds more than ${limits.values} values. Split it, and send the parts one by one.`,
      );
  };
  const [small, large] = [
    express.json({ limit: SMALL, verify }),
    express.json({ limit: limits.bodyBytes, verify }),
  ];
  const json = new LargeBodies({ ...limits, budgetBytes: limits.largeBudgetBytes }, now);
  const documents = new LargeBodies(
    { ...limits, bodyBytes: limits.documentBytes, budgetBytes: limits.documentBudgetBytes },
    now,
  );
  const unheard = new Unheard();
  return (request, response, next) => {
    if (AT_THE_DOOR.has(request.path.replace(/\/$/, ''))) return void small(request, response, next);
    void requireAccount(database, request)
      .then(() => {
        // What is no JSON is not parsed here: photos and documents have limits of their own.
        if (request.is('json')) json.count(request);
        else if (request.is('text')) documents.count(request);
        // The parser calls whatever `verify` throws a 403.
        large(request, response, (error?: unknown) =>
          next(error instanceof Refused ? new Refused(413, error.code, error.message) : error),
        );
      })
      .catch((error: unknown) => {
        // What nobody sends is not even listened to: the line ends with the answer.
        if (!request.headers.cookie) response.set('Connection', 'close');
        if (
          !(error instanceof Refused) ||
          error.status !== 401 ||
          bytesOf(request, limits) < limits.largeBytes
        )
          return next(error);
        unheard.hold(request, () => next(error));
      });
  };
}

/** How many bytes a request says it brings; as many as are taken at most where it does not say. */
const bytesOf = ({ headers }: Request, { bodyBytes }: Pick<BodyLimits, 'bodyBytes'>): number =>
  headers['transfer-encoding'] === undefined ? Number(headers['content-length'] ?? 0) : bodyBytes;

const HELD_MS = 1000;
const HELD_AT_ONCE = 20;

/**
 * Large bodies of nobody: taking in megabytes costs the machine as much as answering does, and whoever is
 * answered at once sends the next at once. So the answer waits, the body unread; of more than a handful
 * waiting the lines are cut.
 */
class Unheard {
  private held = 0;

  hold(request: Request, answer: () => void): void {
    if (this.held >= HELD_AT_ONCE) return void request.socket.destroy();
    this.held += 1;
    request.pause();
    setTimeout(() => {
      this.held -= 1;
      answer();
    }, HELD_MS).unref();
  }
}

const WITHIN_MS = 10_000;

/** Large bodies hold everybody up while they are parsed: one session may send a few, and then pauses. */
class LargeBodies {
  private readonly sent = new Map<string, { readonly at: number; readonly bytes: number }[]>();

  constructor(
    private readonly limits: Pick<BodyLimits, 'bodyBytes' | 'largeBytes'> & { readonly budgetBytes: number },
    private readonly now: () => number,
  ) {}

  count(request: Request): void {
    const bytes = bytesOf(request, this.limits);
    if (bytes < this.limits.largeBytes) return;
    const now = this.now();
    for (const [id, all] of this.sent) if (sure(all.at(-1)).at < now - WITHIN_MS) this.sent.delete(id);
    const recent = (this.sent.get(request.sessionID) ?? []).filter(({ at }) => at > now - WITHIN_MS);
    if (recent.length > 0 && recent.reduce((sum, one) => sum + one.bytes, bytes) > this.limits.budgetBytes)
      throw new Refused(
        429,
        'too-much',
        'That is a lot at once. It is kept on your screen; wait ten seconds, and send it again.',
      );
    this.sent.set(request.sessionID, [...recent, { at: now, bytes }]);
  }
}
