import type { StreamHello } from '@petrichor/api';
import { Router } from 'express';
import { requireAccount } from '../http/session.js';
import type { Feed } from '../services/feed.js';
import type { Database } from '../store/database.js';

const HEARTBEAT_MS = 15_000;

/** Server-sent events: news of every job of the workshop, and a heartbeat that lets a dead line be noticed. */
/** @param build of the page that this server gives out: an open tab sees by it that it is older. */
export function streamRoutes(database: Database, feed: Feed, build: string | null): Router {
  const hello: StreamHello = { build };
  const routes = Router();
  routes.get('/stream', async (request, response) => {
    const { workshopId } = await requireAccount(database, request);
    response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    response.write(`event: hello\ndata: ${JSON.stringify(hello)}\n\n`);
    const leave = feed.listen(workshopId, (news) => response.write(`event: job\ndata: ${JSON.stringify(news)}\n\n`));
    const heart = setInterval(() => response.write('event: beat\ndata: {}\n\n'), HEARTBEAT_MS);
    request.on('close', () => {
      clearInterval(heart);
      leave();
    });
  });
  return routes;
}
