import { sure } from '@petrichor/core/units';
import { replay, type JobState } from '@petrichor/core/job';
import { eventsAfter } from '../store/jobs.js';
import type { WorkshopTx } from '../store/database.js';

const MOST_JOBS = 500;

/**
 * Jobs already replayed, so that a tick does not replay the whole log. It is no truth: whoever reads
 * says which sequence the database has, and gets a state of exactly that sequence.
 */
export class JobCache {
  private readonly states = new Map<string, JobState>();

  /** The job at `seq`: what is kept, brought forward by the events it lacks. */
  async at(tx: WorkshopTx, workshopId: string, jobId: string, seq: number): Promise<JobState> {
    const kept = this.states.get(key(workshopId, jobId));
    if (kept?.seq === seq) return kept;
    const from = kept && kept.seq < seq ? kept : null;
    const state = replay(await eventsAfter(tx, jobId, from?.seq ?? 0), from);
    if (!state) throw new Error(`Job ${jobId} has a row but no events.`);
    return state;
  }

  /** Keeps a state; only call it with what is committed. The least recently kept goes first. */
  keep(workshopId: string, state: JobState): void {
    const name = key(workshopId, state.id);
    this.states.delete(name);
    this.states.set(name, state);
    if (this.states.size > MOST_JOBS) this.states.delete(sure(this.states.keys().next().value));
  }
}

const key = (workshopId: string, jobId: string): string => `${workshopId}/${jobId}`;
