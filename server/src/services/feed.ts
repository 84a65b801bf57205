import type { JobNews } from '@petrichor/api';
import pg from 'pg';
import type { Logger } from 'pino';
import { eventsAfter, summaryOf } from '../store/jobs.js';
import type { Database } from '../store/database.js';

/** Gets the news as JSON: written once, however many screens are told. */
type Listener = (news: string) => void;

const AGAIN_AFTER_MS = 1000;
/**
 * A line that is half open tells nothing, and does not say so: it is asked now and then whether it is there.
 */
const ASK_EVERY_MS = 5000;
const ANSWER_MS = 4000;

/**
 * Carries what was committed, by whichever server, to the screens that are open here.
 * PostgreSQL's NOTIFY names the job; the events are read back, so that nothing depends on the payload's size.
 */
export class Feed {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly door = new Set<() => void>();
  private readonly ends = new Set<() => void>();
  private client: pg.Client | null = null;
  private stopped = false;

  constructor(
    private readonly database: Database,
    private readonly databaseUrl: string,
    private readonly log: Logger,
  ) {}

  async start(): Promise<void> {
    const client = new pg.Client({
      connectionString: this.databaseUrl,
      query_timeout: ANSWER_MS,
      connectionTimeoutMillis: ANSWER_MS,
    });
    client.on('error', () => this.again(client));
    client.on('end', () => this.again(client));
    client.on('notification', ({ channel, payload }) => {
      if (channel === 'petrichor_door') for (const listener of this.door) listener();
      else void this.tell(payload ?? '');
    });
    try {
      await client.connect();
      await client.query('listen petrichor_job; listen petrichor_door');
      this.client = client;
      this.keepAsking(client);
    } catch (error) {
      this.log.warn({ err: error }, 'the feed cannot listen; trying again');
      this.again(client);
    }
  }

  /** Whether the database tells this server what the others commit. */
  get isListening(): boolean {
    return this.client !== null;
  }

  /** How many lines to screens of a workshop are open here. */
  screens(workshopId: string): number {
    return this.listeners.get(workshopId)?.size ?? 0;
  }

  listen(workshopId: string, listener: Listener): () => void {
    const own = this.listeners.get(workshopId) ?? new Set();
    this.listeners.set(workshopId, own.add(listener));
    return () => {
      own.delete(listener);
      if (own.size === 0) this.listeners.delete(workshopId);
    };
  }

  /** Calls back whenever a session ended, on whichever server. */
  atTheDoor(listener: () => void): () => void {
    this.door.add(listener);
    return () => this.door.delete(listener);
  }

  /** Calls back when this server is about to stop. */
  atTheEnd(listener: () => void): () => void {
    this.ends.add(listener);
    return () => this.ends.delete(listener);
  }

  /** The server stops: whoever listens is let go, and comes back to the next one. */
  letGo(): void {
    for (const listener of this.ends) listener();
  }

  async stop(): Promise<void> {
    this.stopped = true;
    await this.client?.end();
  }

  private keepAsking(client: pg.Client): void {
    const timer = setInterval(() => {
      if (this.stopped || this.client !== client) return clearInterval(timer);
      client.query('select 1').catch(() => {
        clearInterval(timer);
        this.again(client);
        // Not waited for: nothing may ever come of it.
        void client.end().catch(() => undefined);
      });
    }, ASK_EVERY_MS);
    timer.unref();
  }

  private again(client: pg.Client): void {
    if (this.stopped || (this.client !== null && this.client !== client)) return;
    this.client = null;
    client.removeAllListeners('end');
    setTimeout(() => void (this.stopped || this.client || this.start()), AGAIN_AFTER_MS).unref();
  }

  private async tell(payload: string): Promise<void> {
    const [workshopId = '', jobId = '', after = ''] = payload.split(' ');
    const own = this.listeners.get(workshopId);
    if (!own) return;
    try {
      const news = await this.database.inWorkshop(workshopId, async (tx) => ({
        jobId,
        events: await eventsAfter(tx, jobId, Number(after)),
        summary: await summaryOf(tx, jobId),
      }));
      if (!news.summary) return;
      const words = JSON.stringify({ ...news, summary: news.summary } satisfies JobNews);
      for (const listener of own) listener(words);
    } catch (error) {
      // A screen that misses news notices the gap in the sequence and asks for it.
      this.log.warn({ err: error, jobId }, 'news could not be read');
    }
  }
}
