import { randomBytes } from 'node:crypto';
import type { RequestHandler, Response } from 'express';
import helmet from 'helmet';
import { Refused } from '../refused.js';

const nonces = new WeakMap<object, string>();

/** The nonce of this reply: the page carries it, and only styles that carry it, too, apply. */
export const nonceOf = (response: Response): string => nonces.get(response) ?? '';

/** Headers of every reply. Scripts and styles come from this server only; styles made at run time need the nonce. */
export function securityHeaders(): RequestHandler[] {
  return [
    (_request, response, next) => {
      nonces.set(response, randomBytes(16).toString('base64'));
      next();
    },
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", (_request, response) => `'nonce-${nonceOf(response as Response)}'`],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      // Served on loopback without TLS; whoever puts a TLS proxy before it sets this there.
      strictTransportSecurity: false,
    }),
  ];
}

const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** Writes come from our own pages: the browser says where a request was made, and it has to be here. */
export const ownOriginOnly: RequestHandler = (request, _response, next) => {
  if (!WRITES.has(request.method)) return next();
  const origin = request.get('origin');
  const host = request.get('host');
  if (origin !== undefined && host !== undefined && hostOf(origin) === host) return next();
  next(new Refused(403, 'other-origin', 'This request did not come from Petrichor’s own page. Open Petrichor and do it there.'));
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
