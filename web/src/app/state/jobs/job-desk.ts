import { sure } from '@petrichor/core/units';
import { computed, inject, Injectable, type Signal } from '@angular/core';
import { decide, JobCommandSchema, type JobCommand, type JobState, type Refusal } from '@petrichor/core/job';
import { Store } from '@ngrx/store';
import { selectConnection } from '../connection/connection.reducer';
import { selectKnowledge } from '../knowledge/knowledge.reducer';
import { selectAccount } from '../session/session.reducer';
import { JobsActions } from './jobs.actions';
import type { OpenJob } from './jobs.reducer';
import { selectJobs } from './jobs.selectors';
import { newId } from '../../ui/new-id';

/** What the screens use: a job as it is shown, and a way to give it commands. */
@Injectable({ providedIn: 'root' })
export class JobDesk {
  private readonly store = inject(Store);
  private readonly jobs = this.store.selectSignal(selectJobs);
  private readonly account = this.store.selectSignal(selectAccount);
  private readonly connection = this.store.selectSignal(selectConnection);
  private readonly knowledge = this.store.selectSignal(selectKnowledge);

  open(jobId: Signal<string>): Signal<OpenJob | null> {
    return computed(() => this.jobs().byId[jobId()] ?? null);
  }

  fetch(jobId: string): void {
    this.store.dispatch(JobsActions.wanted({ jobId }));
  }

  /**
   * The job as it is this instant: keys come faster than the screen is drawn, and an input lags behind by one
   * drawing.
   */
  now(job: JobState): JobState {
    return this.jobs().byId[job.id]?.shown ?? job;
  }

  /**
   * Decides the command here, shows what comes of it at once, and sends it. Returns the refusal, or null when
   * it was accepted. Two screens that record one and the same thing give one `commandId`: the server takes it
   * once.
   */
  give(drawn: JobState, given: JobCommand, commandId: string = newId()): Refusal | null {
    const job = this.now(drawn);
    const account = this.account();
    if (!account)
      return { code: 'not-signed-in', facts: {}, sentence: 'You are not signed in. Sign in first.' };
    if (this.connection().newer === 'unreadable')
      return {
        code: 'newer',
        facts: {},
        sentence: 'A newer Petrichor is running: load this page again, then do it once more.',
      };
    // The server would refuse a malformed command; its sentence is better had at once, beside the field.
    const read = JobCommandSchema.safeParse(given);
    if (!read.success)
      return { code: 'not-understood', facts: {}, sentence: sure(read.error.issues[0]).message };
    const command = read.data;
    const at = new Date().toISOString();
    const by = { id: account.id, name: account.name };
    const decision = decide(job, command, { at, by, roles: account.roles, knowledge: this.knowledge() });
    if (!decision.ok) return decision.refusal;
    const basedOn = this.jobs().byId[job.id]?.confirmed?.seq ?? job.seq;
    this.store.dispatch(
      JobsActions.commandGiven({
        pending: { commandId, jobId: job.id, command, events: decision.events, basedOn, at, by },
      }),
    );
    return null;
  }

  read(jobId: string, commandId: string): void {
    this.store.dispatch(JobsActions.refusalRead({ jobId, commandId }));
  }
}
