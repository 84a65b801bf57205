import { hostname, networkInterfaces } from 'node:os';
import type { RequestHandler } from 'express';
import { Refused } from '../refused.js';

/** The names and addresses of this machine, as a request's Host may carry them. */
function ownHosts(): Set<string> {
  const addresses = Object.values(networkInterfaces()).flatMap((cards) =>
    (cards ?? []).map(({ address, family }) => hostOf(address, family)),
  );
  const own = hostname().toLowerCase();
  return new Set(['localhost', '127.0.0.1', '[::1]', own, `${own}.local`, ...addresses]);
}

const hostOf = (address: string, family: string): string =>
  family === 'IPv6' ? `[${address.toLowerCase()}]` : address;

/**
 * Only names that are ours: a page elsewhere that points its own name at this machine (DNS rebinding) would
 * otherwise speak to Petrichor as if it were its own server.
 *
 * @param more names besides this machine's own, in small letters
 */
export function ownHostsOnly(more: readonly string[]): RequestHandler {
  const named = new Set(more);
  let own = ownHosts();
  return (request, _response, next) => {
    const host = request.hostname?.toLowerCase() ?? '';
    if (named.has(host) || own.has(host)) return next();
    // A network card may have got another address meanwhile.
    own = ownHosts();
    if (own.has(host)) return next();
    next(
      new Refused(
        421,
        'other-host',
        'This server does not answer under that name. If it should, add the name to PETRICHOR_HOSTS and start it again.',
      ),
    );
  };
}
