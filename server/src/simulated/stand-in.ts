import { createServer, type RequestListener } from 'node:http';

/**
 * Serves a stand-in on loopback until it is told to end, or whoever started it is gone; prints `ready` when
 * it answers.
 */
export function serveStandIn(app: RequestListener, port: number): void {
  const server = createServer(app);
  server.on('error', (error) => {
    console.error(error.message);
    process.exit(1);
  });
  server.listen(port, '127.0.0.1', () => console.log('ready'));
  const stop = (): void => {
    server.closeAllConnections();
    server.close(() => process.exit(0));
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  process.once('disconnect', stop);
}
