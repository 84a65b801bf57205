import { inject, Injectable } from '@angular/core';
import { Store, type Action } from '@ngrx/store';
import { CONTRACT, hrefOf, JobNewsSchema, StreamHelloSchema, type JobNews } from '@petrichor/api';
import * as z from 'zod';
import { BenchActions } from '../bench/bench.reducer';
import { ConnectionActions } from '../connection/connection.reducer';
import { KnowledgeActions } from '../knowledge/knowledge.reducer';
import { SessionActions } from '../session/session.reducer';
import { Ahead } from './ahead';
import { JobsActions } from './jobs.actions';
import { Sender } from './sender';

/** Without a sign of life for this long, the line counts as dead: the server's heart beats every 15 s. */
const SILENCE_MS = 35_000;
const AGAIN_MS = 1500;

/** Listens to what other screens do. One line for all jobs, opened again by itself. */
@Injectable({ providedIn: 'root' })
export class Stream {
  private readonly store = inject(Store);
  private readonly sender = inject(Sender);
  private readonly ahead = inject(Ahead);
  private source: EventSource | null = null;
  private silence: ReturnType<typeof setTimeout> | null = null;
  private wasLost = false;
  private wanted = false;

  open(): void {
    this.wanted = true;
    if (this.source) return;
    const source = new EventSource(hrefOf(CONTRACT.stream));
    this.source = source;
    const alive = (): void => {
      if (this.silence) clearTimeout(this.silence);
      this.silence = setTimeout(() => this.lost(), SILENCE_MS);
    };
    source.addEventListener('hello', (message: MessageEvent<string>) => {
      alive();
      const hello = StreamHelloSchema.safeParse(JSON.parse(message.data));
      if (!hello.success || isNewer(hello.data.build, ownBuild()))
        this.store.dispatch(ConnectionActions.newerRuns());
      this.store.dispatch(ConnectionActions.back());
      // Whatever happened while nobody listened is fetched anew.
      if (this.wasLost) {
        this.store.dispatch(BenchActions.wanted());
        this.store.dispatch(KnowledgeActions.wanted());
      }
      this.wasLost = false;
      // What this server lacks is known before anything newer goes out.
      void this.ahead.look().then(() => this.sender.wake());
    });
    source.addEventListener('beat', alive);
    // Signed out elsewhere, locked, or the session ran out: what is not sent yet is kept, and goes out after
    // the next sign-in.
    source.addEventListener('over', () => this.store.dispatch(SessionActions.ended()));
    source.addEventListener('job', (message: MessageEvent<string>) => {
      alive();
      for (const action of newsIn(message.data)) this.store.dispatch(action);
    });
    source.onerror = () => this.lost();
  }

  close(): void {
    this.wanted = false;
    this.drop();
  }

  private lost(): void {
    this.drop();
    this.wasLost = true;
    this.store.dispatch(ConnectionActions.lost({ at: new Date().toISOString() }));
    setTimeout(() => this.wanted && this.open(), AGAIN_MS);
  }

  private drop(): void {
    this.source?.close();
    this.source = null;
    if (this.silence) clearTimeout(this.silence);
  }
}

const { eventsCame } = JobsActions;

/**
 * What the news of a job come to. Those that this page cannot read were written by another version: the job
 * is told as far as its events are numbered, so that it stops where it can no longer follow, and the page
 * says that a newer one runs.
 */
export function newsIn(words: string): Action[] {
  const told: unknown = JSON.parse(words);
  const { success, data } = JobNewsSchema.safeParse(told);
  if (success)
    return [
      BenchActions.rowChanged({ summary: data.summary }),
      eventsCame({ jobId: data.jobId, events: data.events }),
    ];
  const strange = StrangeNewsSchema.safeParse(told).success ? [eventsCame(told as JobNews)] : [];
  return [ConnectionActions.newerRuns(), ...strange];
}

const StrangeNewsSchema = z.object({
  jobId: z.string(),
  events: z.array(z.object({ seq: z.number().int(), event: z.object({ type: z.string() }) })),
});

/** Which build this page is of; null: served for development, without one. */
function ownBuild(): string | null {
  const build = document.querySelector('p-root')?.getAttribute('data-build') ?? null;
  return build === 'BUILD' ? null : build;
}

export const isNewer = (theirs: string | null | undefined, ours: string | null): boolean =>
  typeof theirs === 'string' && ours !== null && theirs !== ours;
