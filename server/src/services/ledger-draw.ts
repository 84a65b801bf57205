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
  const [was, is] = [before && drawn(before), drawn(now)];
  const had = new Set(before ? ledgerWords(before) : []);
  const has = new Set(ledgerWords(now));
  const added = [...has].filter((word) => !had.has(word));
  const gone = [...had].filter((word) => !has.has(word));
  if (added.length === 0 && gone.length === 0 && JSON.stringify(was) === JSON.stringify(is)) return;
  await putLedger(tx, is, { added, gone });
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
