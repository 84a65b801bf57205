import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { demoJobs } from '@petrichor/demo';
import type { PastCase } from '@petrichor/core/diagnose';
import type { JobCommand, JobState } from '@petrichor/core/job';
import pg from 'pg';
import type { Figure } from './figure.js';
import { percentile, round, type MeasuredWorkshop } from './workshop.js';

const TAUGHT = 100_000;
const TIMES = 20;

/**
 * A command that asks the diagnosis, given right after some job was finished: what was taught since is
 * counted while the job's row is locked. Beside it the same command where nothing was taught meanwhile, and
 * the reading of all there is, which happens once a server, before any job is locked.
 */
export async function measureLearning(workshop: MeasuredWorkshop): Promise<Figure> {
  const owner = new pg.Client({ connectionString: workshop.databaseUrl });
  await owner.connect();
  try {
    const { rows } = await owner.query<{ id: string; workshopId: string; pastCase: PastCase }>(
      `select id, workshop_id as "workshopId", past_case as "pastCase" from job where past_case is not null order by number limit 1`,
    );
    const { id, workshopId, pastCase } = sure(rows[0]);
    await owner.query(
      `insert into job (workshop_id, id, number, seq, closed, promised_at, summary, past_case, ledger)
       select workshop_id, gen_random_uuid(), number + n, seq, closed, promised_at, summary, past_case, ledger from job, generate_series(1000000, $1) as n where id = $2`,
      [1_000_000 + TAUGHT - 1, id],
    );
    // A server that has not counted any of it.
    await workshop.stop();
    await workshop.start();
    const cookie = await workshop.signIn();
    const began = performance.now();
    await (await workshop.get('/api/knowledge', cookie)).arrayBuffer();
    const firstMs = performance.now() - began;
    const body = { commandId: randomUUID(), intake: sure(demoJobs(new Date())[0]).intake };
    const { job } = (await (await workshop.post('/api/jobs', body, cookie)).json()) as { job: JobState };
    const observe = async (seen: 'seen' | 'not-seen'): Promise<number> => {
      const command: JobCommand = { type: 'observe', observation: 'bad-sectors', seen };
      const at = performance.now();
      const reply = await workshop.post(
        `/api/jobs/${job.id}/commands`,
        { commandId: randomUUID(), basedOn: 1_000_000, command },
        cookie,
      );
      if (!reply.ok) throw new Error(`A finding was answered ${reply.status}: ${await reply.text()}`);
      await reply.arrayBuffer();
      return performance.now() - at;
    };
    const [usual, taught]: [number[], number[]] = [[], []];
    for (let time = 0; time < TIMES; time++) {
      usual.push(await observe(time % 2 === 0 ? 'seen' : 'not-seen'));
      const other = { ...pastCase, answers: time % 2 === 0 ? [] : pastCase.answers };
      await owner.query('update job set past_case = $3 where workshop_id = $1 and id = $2', [
        workshopId,
        id,
        JSON.stringify(other),
      ]);
      taught.push(await observe(time % 2 === 0 ? 'not-seen' : 'seen'));
    }
    const [usualMs, taughtMs] = [percentile(usual, 0.5), percentile(taught, 0.5)];
    return {
      figure: 'asked-after-a-finished-job',
      taughtJobs: TAUGHT,
      medianMs: round(taughtMs),
      p95Ms: round(percentile(taught, 0.95)),
      nothingTaughtMs: round(usualMs),
      ratio: round(taughtMs / usualMs),
      targetRatio: 2,
      firstReadingMs: round(firstMs),
    };
  } finally {
    await owner.end();
  }
}
