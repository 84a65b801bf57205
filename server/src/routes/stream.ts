import { streamRoutes, type StreamHello } from '@petrichor/api';
import type { Request, Response, Router } from 'express';
import { serve, type Serving } from '../http/serve.js';
import { isStillIn } from '../http/session.js';
import { Refused } from '../refused.js';
import type { Feed } from '../services/feed.js';
import type { AccountRow } from '../store/accounts.js';

const HEARTBEAT_MS = 15_000;
/** A reader that is so far behind is let go: it comes back and asks for what it lacks. */
const MOST_BEHIND_BYTES = 4_000_000;

/**
 * Server-sent events: news of every job of the workshop, and a heartbeat that lets a dead line be noticed.
 * The line ends with its session: at once when somebody signs out or is locked, at the next heartbeat when
 * the session runs out.
 *
 * @param build of the page that this server gives out: an open tab sees by it that it is older
 * @param most tabs of one browser that listen at once
 */
export function serveStream(serving: Serving, feed: Feed, build: string | null, most: number): Router {
  const { database } = serving;
  const hello: StreamHello = { build };
  const open = new Map<string, number>();
  const stream = ({ workshopId, id }: AccountRow, { sessionID }: Request, response: Response): void => {
    const here = (open.get(sessionID) ?? 0) + 1;
    if (here > most)
      throw new Refused(
        429,
        'too-many-streams',
        `Petrichor is open in ${most} tabs here already. Close one of them.`,
      );
    open.set(sessionID, here);
    response.writeHead(200, {
      'Content-Type': streamRoutes.stream.reply.type,
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write(`event: hello\ndata: ${JSON.stringify(hello)}\n\n`);
    // What comes between the end and the socket's own end is for nobody: written then, it would end the
    // server.
    const say = (words: string): void => void (response.writableEnded || response.write(words));
    const end = (words = ''): void => void (response.writableEnded || response.end(words));
    const look = async (): Promise<void> => {
      // Nobody knows while the database is away: the line stays, and the next heartbeat asks again.
      const still = await isStillIn(database, sessionID, id).catch(() => true);
      if (still) say('event: beat\ndata: {}\n\n');
      else end('event: over\ndata: {}\n\n');
    };
    const leave = feed.listen(workshopId, (frames) => {
      say(frames);
      if (response.writableLength > MOST_BEHIND_BYTES) response.destroy();
    });
    const leaveDoor = feed.atTheDoor(() => void look());
    const leaveEnd = feed.atTheEnd(() => end());
    const heart = setInterval(() => void look(), HEARTBEAT_MS);
    response.on('close', () => {
      clearInterval(heart);
      leave();
      leaveDoor();
      leaveEnd();
      const left = (open.get(sessionID) ?? 1) - 1;
      if (left > 0) open.set(sessionID, left);
      else open.delete(sessionID);
    });
  };
  return serve(streamRoutes, serving, {
    stream: ({ account, request, response }) => stream(account, request, response),
  });
}
