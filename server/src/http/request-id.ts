import { randomBytes } from 'node:crypto';
import type { IncomingMessage, ServerResponse } from 'node:http';

/** Signs that are read out over the phone without being taken for one another. */
const SIGNS = '23456789ABCDEFGHJKMNPQRSTVWXYZ';

/**
 * A name for a request that a person can read from the screen, and somebody else find in the log:
 * `7K3M-Q2XD`.
 */
export function requestId(_request: IncomingMessage, response: ServerResponse): string {
  const name = [...randomBytes(8)].map((byte) => SIGNS[byte % SIGNS.length]).join('');
  const id = `${name.slice(0, 4)}-${name.slice(4)}`;
  response.setHeader('X-Request-Id', id);
  return id;
}

/** The name of a request, '' where it has none. */
export const idOf = (request: IncomingMessage): string => (typeof request.id === 'string' ? request.id : '');
