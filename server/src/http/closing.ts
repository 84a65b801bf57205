import type { Server } from 'node:http';

/** So long a request under way may take to finish when the server is asked to stop. */
export const GRACE_MS = 5000;

/**
 * Takes no more requests, lets those under way finish, and is done then; what has not finished after
 * `graceMs` is broken off.
 */
export function closeGently(
  server: Pick<Server, 'close' | 'closeIdleConnections' | 'closeAllConnections'>,
  graceMs = GRACE_MS,
): Promise<void> {
  return new Promise((done) => {
    const hard = setTimeout(() => server.closeAllConnections(), graceMs);
    server.close(() => {
      clearTimeout(hard);
      done();
    });
    server.closeIdleConnections();
  });
}
