import express, { type RequestHandler } from 'express';
import type { Database } from '../store/database.js';
import { requireAccount } from './session.js';

/** What anybody may send: a name and a password, and no more than they take. */
const AT_THE_DOOR = /^\/(session|first-account)\/?$/;
const SMALL = '8kb';
const LARGE = '8mb';

/** Reads JSON bodies, once it is known who sends them: whoever is not signed in gets no megabytes read and parsed. */
export function bodies(database: Database): RequestHandler {
  const [small, large] = [express.json({ limit: SMALL }), express.json({ limit: LARGE })];
  return (request, response, next) => {
    if (AT_THE_DOOR.test(request.path)) return void small(request, response, next);
    requireAccount(database, request).then(
      () => large(request, response, next),
      (error: unknown) => next(error),
    );
  };
}
