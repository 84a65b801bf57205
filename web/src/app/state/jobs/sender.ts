import { DestroyRef, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { EmptyError, firstValueFrom, Subject, takeUntil, timeout, TimeoutError } from 'rxjs';
import { Api, faultOf } from '../api';
import { ConnectionActions } from '../connection/connection.reducer';
import { selectAccount, SessionActions } from '../session/session.reducer';
import { Ahead } from './ahead';
import { JobsActions, type PendingCommand } from './jobs.actions';
import { Outbox, type SetAside } from './outbox';
import { SentLog } from './sent-log';
import { Unsent } from './unsent';

const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 8000;
/** A half-open line answers nothing for minutes. Ids make sending again safe, so nobody waits that long. */
export const SEND_MS = 8000;
/** So long a request may be under way before news of a better line breaks it off. */
const YOUNG_MS = 1000;
/** How often the server may fail at one command while it takes others, before that one is set aside. */
const MOST_STRIKES = 5;

/**
 * `taken`: the server said yes or no. `stuck`: it fails at this command. `away`: nobody could be asked.
 * `again`: broken off for a better line.
 */
type Outcome = 'taken' | 'stuck' | 'away' | 'again';

/**
 * Sends what lies in the outbox until the server has said yes or no to each: a queue for each job, oldest
 * first and one at a time, so that a command which the server fails at holds up its own job alone. What it
 * fails at again and again while it answers otherwise is set aside, for a person to look at.
 */
@Injectable({ providedIn: 'root' })
export class Sender {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly outbox = inject(Outbox);
  private readonly unsent = inject(Unsent);
  private readonly sent = inject(SentLog);
  private readonly ahead = inject(Ahead);
  private readonly account = this.store.selectSignal(selectAccount);
  private readonly strikes = new Map<string, number>();
  private readonly better = new Subject<void>();
  private queue: PendingCommand[] = [];
  private sending = false;
  /** Nothing waits: nobody has to be told. */
  private told = JSON.stringify({ waiting: 0, aside: 0, since: null });
  private sentAt = 0;
  private wait = FIRST_WAIT_MS;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor() {
    const heard = new AbortController();
    inject(DestroyRef).onDestroy(() => heard.abort());
    // Another network, or the old one again: what is under way over a line that is gone is broken off.
    window.addEventListener('online', () => this.wake(), { signal: heard.signal });
  }

  /** Keeps the command in the browser first; only then is it sent. */
  async take(pending: PendingCommand): Promise<void> {
    this.queue.push(pending);
    // A browser that keeps nothing (private window, full disk) still sends: it only loses the safety of a
    // reload, and says so.
    await this.outbox.add(pending).catch((error: unknown) => {
      console.warn('The outbox cannot keep this command.', error);
      this.store.dispatch(ConnectionActions.keepsNothing());
    });
    this.wake();
  }

  /** What an earlier page left unsent. */
  async resume(): Promise<PendingCommand[]> {
    const left = await this.outbox.all().catch(() => []);
    await this.unsent.find();
    const known = new Set(this.queue.map((one) => one.commandId));
    this.queue = [...left.filter((one) => !known.has(one.commandId)), ...this.queue];
    this.wake();
    return left;
  }

  /** The line may be back, or be another: try now, and wait no longer for an answer over the old one. */
  wake(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    this.countOthers();
    if (!this.sending) void this.drain();
    else if (Date.now() - this.sentAt > YOUNG_MS) this.better.next();
  }

  private async drain(): Promise<void> {
    this.sending = true;
    // What a restored server lacks goes before what was done since.
    const stuck = new Set<string>(this.ahead.holds());
    try {
      for (let next = this.mine(stuck); next; next = this.mine(stuck)) {
        const [outcome, sentence] = await this.send(next);
        if (outcome === 'away') return this.later();
        if (outcome === 'again') continue;
        if (outcome === 'stuck') {
          stuck.add(next.jobId);
          if (await this.answersOtherwise()) await this.strike(next, sentence);
          continue;
        }
        this.done(next.commandId);
        await this.outbox.remove(next.commandId).catch(() => undefined);
        this.wait = FIRST_WAIT_MS;
      }
      if (stuck.size > 0) this.later();
    } finally {
      this.sending = false;
      this.tell();
    }
  }

  /**
   * Tells the server what waits here although it answers: stuck, set aside, or another person's. Leads see
   * it.
   */
  private tell(): void {
    const aside = this.unsent.aside().length;
    const oldest = this.queue[0]?.at ?? this.unsent.aside()[0]?.at ?? null;
    const unsent = {
      waiting: this.queue.length,
      aside,
      since: oldest === null ? null : new Date(oldest).toISOString(),
    };
    const words = JSON.stringify(unsent);
    if (words === this.told || this.account() === null) return;
    this.api
      .tellUnsent({ body: unsent })
      .subscribe({ next: () => (this.told = words), error: () => undefined });
  }

  /** Commands go out under the name of who gave them: another person's wait for that person. */
  private mine(stuck: ReadonlySet<string>): PendingCommand | undefined {
    const me = this.account()?.id;
    return me === undefined ? undefined : this.queue.find((one) => one.by.id === me && !stuck.has(one.jobId));
  }

  private async send(pending: PendingCommand): Promise<readonly [Outcome, string]> {
    const { jobId, commandId, basedOn, command } = pending;
    this.sentAt = Date.now();
    try {
      const asked = this.api
        .give({ params: { jobId }, body: { commandId, basedOn, command } })
        .pipe(timeout(SEND_MS), takeUntil(this.better));
      const reply = await firstValueFrom(asked);
      this.store.dispatch(ConnectionActions.back());
      this.store.dispatch(JobsActions.eventsCame({ jobId, events: reply.events }));
      if (reply.events.some((event) => event.commandId === commandId))
        await this.sent
          .add({ kind: 'command', commandId, jobId, at: pending.at, by: pending.by, pending })
          .catch(() => undefined);
      return ['taken', ''];
    } catch (error) {
      if (error instanceof EmptyError) return ['again', ''];
      const fault = error instanceof TimeoutError ? null : faultOf(error);
      if (fault?.signedOut) this.store.dispatch(SessionActions.ended());
      if (fault?.signedOut) return ['away', ''];
      if (fault?.status === 500) return ['stuck', fault.sentence];
      if (fault === null || fault.away) {
        this.store.dispatch(ConnectionActions.lost({ at: new Date().toISOString() }));
        return ['away', ''];
      }
      this.store.dispatch(JobsActions.commandRefused({ pending, sentence: fault.sentence }));
      this.store.dispatch(JobsActions.wanted({ jobId }));
      return ['taken', ''];
    }
  }

  /** Whether the fault lies with one command: the server and its database are well. */
  private async answersOtherwise(): Promise<boolean> {
    return firstValueFrom(this.api.probe().pipe(timeout(SEND_MS))).then(
      () => true,
      () => false,
    );
  }

  private async strike(pending: PendingCommand, sentence: string): Promise<void> {
    const { commandId, jobId } = pending;
    const strikes = (this.strikes.get(commandId) ?? 0) + 1;
    this.strikes.set(commandId, strikes);
    if (strikes < MOST_STRIKES) return;
    const one: SetAside = { ...pending, sentence };
    if (!(await this.unsent.setAside(one))) this.store.dispatch(ConnectionActions.keepsNothing());
    this.done(commandId);
    this.store.dispatch(
      JobsActions.commandRefused({
        pending,
        sentence: `The server failed at this ${MOST_STRIKES} times; it is set aside.`,
      }),
    );
    this.store.dispatch(JobsActions.wanted({ jobId }));
  }

  private done(commandId: string): void {
    this.queue = this.queue.filter((one) => one.commandId !== commandId);
    this.strikes.delete(commandId);
    this.countOthers();
  }

  private countOthers(): void {
    const me = this.account()?.id;
    const counts = new Map<string, number>();
    if (me !== undefined)
      for (const { by } of this.queue) if (by.id !== me) counts.set(by.name, (counts.get(by.name) ?? 0) + 1);
    this.unsent.ofOthers.set([...counts].map(([name, count]) => ({ name, count })));
  }

  private later(): void {
    this.timer = setTimeout(() => this.wake(), this.wait);
    this.wait = Math.min(this.wait * 2, LONGEST_WAIT_MS);
  }
}
