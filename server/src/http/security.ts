import { randomBytes } from 'node:crypto';
import type { RequestHandler, Response } from 'express';
import helmet from 'helmet';
import { Refused } from '../refused.js';

const nonces = new WeakMap<object, string>();

/** The nonce of this reply: the page carries it, and only styles that carry it, too, apply. */
export const nonceOf = (response: Response): string => nonces.get(response) ?? '';

/** What the page uses is its own alone; what it does not use is nobody's. */
const PERMISSIONS = [
  'camera=(self)',
  'screen-wake-lock=(self)',
  'microphone=()',
  'geolocation=()',
  'payment=()',
  'usb=()',
  'serial=()',
].join(', ');

/**
 * Headers of every reply. Scripts and styles come from this server only; styles made at run time need the
 * nonce.
 */
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
      // The shop's own authority is not every device's: whoever puts a proxy with a public certificate before
      // it sets this there.
      strictTransportSecurity: false,
      // A browser complains of these two where the page is no secure context.
      crossOriginOpenerPolicy: false,
      originAgentCluster: false,
    }),
    (request, response, next) => {
      if (request.secure)
        response.set({ 'Cross-Origin-Opener-Policy': 'same-origin', 'Origin-Agent-Cluster': '?1' });
      response.set('Permissions-Policy', PERMISSIONS);
      next();
    },
  ];
}

const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/** Writes come from our own pages: the browser says where a request was made, and it has to be here. */
export const ownOriginOnly: RequestHandler = (request, _response, next) => {
  if (!WRITES.has(request.method)) return next();
  const origin = request.get('origin');
  const { host } = request;
  if (origin !== undefined && host !== undefined && hostOf(origin) === host) return next();
  next(
    new Refused(
      403,
      'other-origin',
      'This request did not come from Petrichor’s own page. Open Petrichor and do it there.',
    ),
  );
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
