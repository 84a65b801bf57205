import { companionCasesOf, summarise, type JobState } from '@petrichor/core/job';
import { finishedOf, ledgerRow, ledgerWords } from '@petrichor/core/ledger';
import type { Logger } from 'pino';
import { JobCache } from './job-cache.js';
import { putLedger, type Drawn } from '../store/ledger.js';
import { lockJob, putSummary, undrawnJobs } from '../store/jobs.js';
import type { Database, WorkshopTx } from '../store/database.js';

/**
 * Brings the Ledger in line with a job that has changed; where nothing of it shows there, nothing is written.
 */
export async function drawLedger(tx: WorkshopTx, before: JobState | null, now: JobState): Promise<void> {
  const [was, is] = [before && shown(before), shown(now)];
  const added = [...is.words].filter((word) => !was?.words.has(word));
  const gone = [...(was?.words ?? [])].filter((word) => !is.words.has(word));
  if (added.length === 0 && gone.length === 0 && was?.text === is.text) return;
  await putLedger(tx, is.drawn, { added, gone });
}

interface Shown {
  readonly drawn: Drawn;
  readonly text: string;
  readonly words: ReadonlySet<string>;
}

/** A job as it is now is the job before of its next tick: it is drawn once. */
const known = new WeakMap<JobState, Shown>();

function shown(job: JobState): Shown {
  const kept = known.get(job);
  if (kept) return kept;
  const is = drawn(job);
  const made = { drawn: is, text: JSON.stringify(is), words: new Set(ledgerWords(job)) };
  known.set(job, made);
  return made;
}

export const drawn = (job: JobState): Drawn => ({
  row: ledgerRow(job),
  finished: finishedOf(job),
  companionCases: companionCasesOf(job),
});

const BATCH = 100;

/**
 * Draws the jobs that were written before there was a Ledger, and their rows on the Bench anew. Safe to run
 * beside everything else.
 */
export async function drawUndrawn(database: Database, log: Logger): Promise<void> {
  const cache = new JobCache();
  for (;;) {
    const rows = await undrawnJobs(database.pool, BATCH);
    for (const { workshopId, jobId } of rows)
      await database.inWorkshop(workshopId, async (tx) => {
        const seq = await lockJob(tx, jobId);
        if (seq === null) return;
        const job = await cache.at(tx, workshopId, jobId, seq);
        await putSummary(tx, summarise(job));
        await drawLedger(tx, null, job);
      });
    if (rows.length > 0) log.info({ jobs: rows.length }, 'drawn for the Ledger');
    if (rows.length < BATCH) return;
  }
}
