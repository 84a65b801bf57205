import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Api, faultOf } from '../api';
import { ConnectionActions } from '../connection/connection.reducer';
import { selectAccount, SessionActions } from '../session/session.reducer';
import { JobsActions, type PendingCommand } from './jobs.actions';
import { Outbox } from './outbox';

const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 8000;

/** Sends what lies in the outbox, oldest first, one at a time, until the server has said yes or no to each. */
@Injectable({ providedIn: 'root' })
export class Sender {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly outbox = inject(Outbox);
  private readonly account = this.store.selectSignal(selectAccount);
  private queue: PendingCommand[] = [];
  private sending = false;
  private wait = FIRST_WAIT_MS;
  private timer: ReturnType<typeof setTimeout> | null = null;

  /** Keeps the command in the browser first; only then is it sent. */
  async take(pending: PendingCommand): Promise<void> {
    this.queue.push(pending);
    // A browser that keeps nothing (private window, full disk) still sends: it only loses the safety of a reload.
    await this.outbox.add(pending).catch((error: unknown) => console.warn('The outbox cannot keep this command.', error));
    this.wake();
  }

  /** What an earlier page left unsent. */
  async resume(): Promise<PendingCommand[]> {
    const left = await this.outbox.all().catch(() => []);
    const known = new Set(this.queue.map((one) => one.commandId));
    this.queue = [...left.filter((one) => !known.has(one.commandId)), ...this.queue];
    this.wake();
    return left;
  }

  /** The line may be back: try now. */
  wake(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (!this.sending) void this.drain();
  }

  private async drain(): Promise<void> {
    this.sending = true;
    try {
      for (let next = this.mine(); next; next = this.mine()) {
        if (!(await this.send(next))) return this.later();
        this.queue = this.queue.filter((one) => one !== next);
        await this.outbox.remove(next.commandId).catch(() => undefined);
        this.wait = FIRST_WAIT_MS;
      }
    } finally {
      this.sending = false;
    }
  }

  /** Commands go out under the name of who gave them: another person's wait for that person. */
  private mine(): PendingCommand | undefined {
    const me = this.account()?.id;
    return me === undefined ? undefined : this.queue.find((one) => one.by.id === me);
  }

  /** True when the server has answered, yes or no. */
  private async send(pending: PendingCommand): Promise<boolean> {
    const { jobId, commandId, basedOn, command } = pending;
    try {
      const reply = await firstValueFrom(this.api.give(jobId, { commandId, basedOn, command }));
      this.store.dispatch(ConnectionActions.back());
      this.store.dispatch(JobsActions.eventsCame({ jobId, events: reply.events }));
      return true;
    } catch (error) {
      const fault = faultOf(error);
      if (fault.signedOut) this.store.dispatch(SessionActions.ended());
      if (fault.away) this.store.dispatch(ConnectionActions.lost({ at: new Date().toISOString() }));
      if (fault.away || fault.signedOut) return false;
      this.store.dispatch(JobsActions.commandRefused({ pending, sentence: fault.sentence }));
      this.store.dispatch(JobsActions.wanted({ jobId }));
      return true;
    }
  }

  private later(): void {
    this.timer = setTimeout(() => this.wake(), this.wait);
    this.wait = Math.min(this.wait * 2, LONGEST_WAIT_MS);
  }
}
