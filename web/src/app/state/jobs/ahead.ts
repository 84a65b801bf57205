import { computed, inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { firstValueFrom } from 'rxjs';
import { Api, faultOf } from '../api';
import { BenchActions } from '../bench/bench.reducer';
import { selectAccount } from '../session/session.reducer';
import { JobsActions } from './jobs.actions';
import { selectJobs } from './jobs.selectors';
import { SentLog, type Sent } from './sent-log';
import { Unsent } from './unsent';

/** As many as are asked about at once. */
const AT_ONCE = 500;
/** A restore takes the newest away: where these are all there, nothing is missing. */
const NEWEST = 100;
/** A reply that was overtaken by another is older than what is here, too: it is asked once more. */
const ONCE_MORE_MS = 1500;

/**
 * What this screen did and the server does not have any more: it was restored to an earlier state. Offered,
 * never dropped by itself.
 */
@Injectable({ providedIn: 'root' })
export class Ahead {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly log = inject(SentLog);
  private readonly unsent = inject(Unsent);
  private readonly account = this.store.selectSignal(selectAccount);
  private readonly jobs = this.store.selectSignal(selectJobs);
  private readonly missing = signal<readonly Sent[]>([]);
  readonly mine = computed(() => this.missing().filter((one) => one.by.id === this.account()?.id));
  /** They send theirs when they sign in here. */
  readonly ofOthers = computed(() => {
    const names = this.missing().flatMap((one) => (one.by.id === this.account()?.id ? [] : [one.by.name]));
    return [...new Set(names)].map((name) => ({ name, count: names.filter((one) => one === name).length }));
  });
  readonly sending = signal(false);

  /** Jobs on which nothing newer may go out before this does. */
  holds(): string[] {
    return this.mine().map((one) => one.jobId);
  }

  /** Asks the server whether it still has what it once took. Where nobody answers, nothing is known. */
  async look(): Promise<void> {
    try {
      const isAllThere = (await this.notThere(await this.log.newest(NEWEST))).size === 0;
      const all = isAllThere ? [] : await this.log.all();
      const missing = await this.notThere(all.map((one) => one.commandId));
      const [before, now] = [this.missing().length, all.filter((one) => missing.has(one.commandId))];
      this.missing.set(now);
      if (now.length > 0 && before === 0) await this.showAsItIs();
    } catch {
      return;
    }
  }

  private async notThere(ids: readonly string[]): Promise<Set<string>> {
    const missing = new Set<string>();
    for (let at = 0; at < ids.length; at += AT_ONCE) {
      const some = ids.slice(at, at + AT_ONCE);
      for (const id of (await firstValueFrom(this.api.missingCommands({ body: { commandIds: some } })))
        .missing)
        missing.add(id);
    }
    return missing;
  }

  /** Jobs that are open here are shown as the server has them, not as they were. */
  private async showAsItIs(): Promise<void> {
    for (const [jobId, { confirmed }] of Object.entries(this.jobs().byId)) {
      if (!confirmed) continue;
      const seqHere = () => this.jobs().byId[jobId]?.confirmed?.seq ?? 0;
      const there = () =>
        firstValueFrom(this.api.job({ params: { jobId } })).then(
          ({ job }) => job,
          (error: unknown) => (faultOf(error).status === 404 ? null : undefined),
        );
      let job = await there();
      if (job && job.seq < seqHere()) {
        await new Promise((done) => setTimeout(done, ONCE_MORE_MS));
        job = await there();
      }
      if (job === null || (job && job.seq < seqHere()))
        this.store.dispatch(JobsActions.setBack({ jobId, job }));
    }
    this.store.dispatch(BenchActions.wanted());
  }

  /**
   * Gives what is missing once more, in the order it was done and under the ids it had. What the server
   * refuses now is set aside.
   */
  async sendAgain(): Promise<void> {
    if (this.sending()) return;
    this.sending.set(true);
    // A machine that was taken in meanwhile is another job there.
    const nowCalled = new Map<string, string>();
    try {
      for (const one of this.mine()) {
        const jobId = nowCalled.get(one.jobId) ?? one.jobId;
        if (!(await this.give(one, jobId, nowCalled))) return;
        this.missing.update((all) => all.filter((other) => other.commandId !== one.commandId));
      }
      this.store.dispatch(BenchActions.wanted());
    } finally {
      this.sending.set(false);
    }
  }

  /** True: it is settled, one way or the other. */
  private async give(one: Sent, jobId: string, nowCalled: Map<string, string>): Promise<boolean> {
    try {
      if (one.kind === 'take-in') {
        const { job } = await firstValueFrom(this.api.openJob({ body: one.body }));
        nowCalled.set(one.jobId, job.id);
        this.store.dispatch(JobsActions.loaded({ job }));
        await this.rename(one.jobId, job.id);
      } else {
        const { commandId, command } = one.pending;
        const { events } = await firstValueFrom(
          this.api.give({ params: { jobId }, body: { commandId, basedOn: 0, command } }),
        );
        this.store.dispatch(JobsActions.eventsCame({ jobId, events }));
      }
      return true;
    } catch (error) {
      const { away, signedOut, sentence } = faultOf(error);
      if (away || signedOut) return false;
      if (one.kind === 'command') await this.unsent.setAside({ ...one.pending, jobId, sentence });
      await this.log.forget([one.commandId]);
      return true;
    }
  }

  /** What is still to be sent for a job goes to the job it is now, also after a reload. */
  private async rename(from: string, to: string): Promise<void> {
    if (from === to) return;
    const moved = this.missing().filter((one) => one.jobId === from && one.kind === 'command');
    const renamed = moved.map((one) => ({ ...one, jobId: to }));
    this.missing.update((all) =>
      all.map((one) => renamed.find(({ commandId }) => commandId === one.commandId) ?? one),
    );
    await this.log.forget(moved.map((one) => one.commandId));
    for (const one of renamed) await this.log.add(one);
  }

  /** As a file, for whoever wants to look at it elsewhere. */
  asFile(): string {
    return `${JSON.stringify({ format: 'petrichor-not-restored', sent: this.mine() }, null, 2)}\n`;
  }

  /** Somebody decided that they are not wanted. */
  async leaveOut(): Promise<void> {
    const ids = this.mine().map((one) => one.commandId);
    await this.log.forget(ids).catch(() => undefined);
    this.missing.update((all) => all.filter((one) => !ids.includes(one.commandId)));
  }
}
