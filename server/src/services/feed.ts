import type { JobNews } from '@petrichor/api';
import pg from 'pg';
import type { Logger } from 'pino';
import { eventsAfter, summaryOf } from '../store/jobs.js';
import type { Database } from '../store/database.js';
import { Written } from './written.js';

/** Gets news as they go over the line: written once, however many screens are told. */
type Listener = (frames: string) => void;

/**
 * News of a moment go together: a busy workshop's screens are told fifty times a second, not at every tick of
 * everybody.
 */
const TOGETHER_MS = 20;

const AGAIN_AFTER_MS = 1000;
/**
 * A line that is half open tells nothing, and does not say so: it is asked now and then whether it is there.
 */
const ASK_EVERY_MS = 5000;
const ANSWER_MS = 4000;

/**
 * Carries what was committed, by whichever server, to the screens that are open here.
 * PostgreSQL's NOTIFY names the job; the events are read back where another server wrote them, so that
 * nothing depends on the payload's size.
 */
export class Feed {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly door = new Set<() => void>();
  private readonly ends = new Set<() => void>();
  private client: pg.Client | null = null;
  private stopped = false;
  /** The last thing that is being told, by workshop. */
  private readonly turns = new Map<string, Promise<void>>();
  /** What is about to be told, by workshop. */
  private readonly waiting = new Map<string, string[]>();
  /** What this server itself writes is put here, and told once the database says that it stands. */
  readonly written = new Written();

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
      else this.inTurn(payload ?? '');
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

  /** One after the other in each workshop: what is read does not overtake what was written here. */
  private inTurn(payload: string): void {
    const [workshopId = ''] = payload.split(' ');
    const told = (this.turns.get(workshopId) ?? Promise.resolve()).then(() => this.tell(payload));
    this.turns.set(workshopId, told);
    void told.then(() => this.turns.get(workshopId) === told && this.turns.delete(workshopId));
  }

  private async tell(payload: string): Promise<void> {
    // An older server gives no token.
    const [workshopId = '', jobId = '', after = '', token = ''] = payload.split(' ');
    const written = this.written.take(token);
    if (!this.listeners.has(workshopId)) return;
    try {
      const news = written ?? (await this.read(workshopId, jobId, Number(after)));
      if (!news) return;
      this.tellSoon(workshopId, `event: job\ndata: ${JSON.stringify(news)}\n\n`);
    } catch (error) {
      // A screen that misses news notices the gap in the sequence and asks for it.
      this.log.warn({ err: error, jobId }, 'news could not be read');
    }
  }

  private tellSoon(workshopId: string, frame: string): void {
    const waiting = this.waiting.get(workshopId);
    if (waiting) return void waiting.push(frame);
    const frames = [frame];
    this.waiting.set(workshopId, frames);
    setTimeout(() => {
      this.waiting.delete(workshopId);
      const words = frames.join('');
      for (const listener of this.listeners.get(workshopId) ?? []) listener(words);
    }, TOGETHER_MS);
  }

  private read(workshopId: string, jobId: string, after: number): Promise<JobNews | null> {
    return this.database.inWorkshop(workshopId, async (tx) => {
      const events = await eventsAfter(tx, jobId, after);
      const summary = await summaryOf(tx, jobId);
      return summary && { jobId, events, summary };
    });
  }
}
