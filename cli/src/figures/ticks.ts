import { randomUUID } from 'node:crypto';
import { setTimeout as sleep } from 'node:timers/promises';
import type { CommandReply } from '@petrichor/api';
import { demoJobs, nextDemoCommand } from '@petrichor/demo';
import { evolve, type JobCommand, type JobState } from '@petrichor/core/job';
import pg from 'pg';
import type { Figure } from './figure.js';
import { percentile, round, type MeasuredWorkshop } from './workshop.js';

const TECHNICIANS = 20;
const TICKS_EACH = 40;
/** A quick pair of hands: between the acknowledgement of one screw and the next. */
const PAUSE_MS = 200;

/**
 * Twenty technicians, each on a job of their own: time from sending a tick to its acknowledgement, once at
 * the pace of quick hands and once without any pause, which fills the machine. Beside it, as many bare
 * one-row transactions without pause on the same database, so that a slow machine does not count against the
 * server.
 */
export async function measureTicks(workshop: MeasuredWorkshop): Promise<Figure> {
  const cookie = await workshop.signIn();
  // Every one of these jobs takes a drive off the shelf.
  const more = { item: { kind: 'drive', id: 'pellow-p3-1tb' }, move: { kind: 'received', quantity: 500 } };
  await workshop.post('/api/shelf/moves', { id: randomUUID(), ...more }, cookie);
  const intake = demoJobs(new Date())[0]!.intake;
  const jobs: JobState[] = [];
  for (let n = 0; n < TECHNICIANS; n++) {
    const reply = (await (
      await workshop.post('/api/jobs', { commandId: randomUUID(), intake }, cookie)
    ).json()) as { job: JobState };
    jobs.push(await walkIn(workshop, cookie, reply.job));
  }
  const paced = await atOnce(workshop, cookie, jobs, PAUSE_MS);
  const flat = await atOnce(workshop, cookie, paced.jobs, 0);
  const reference = await bareTransactions(workshop.databaseUrl);
  return {
    figure: 'tick-acknowledged',
    technicians: TECHNICIANS,
    ticks: paced.times.length,
    pauseMs: PAUSE_MS,
    medianMs: round(percentile(paced.times, 0.5)),
    p95Ms: round(percentile(paced.times, 0.95)),
    targetP95Ms: 50,
    withoutPauseMedianMs: round(percentile(flat.times, 0.5)),
    withoutPauseP95Ms: round(percentile(flat.times, 0.95)),
    bareTransactionP95Ms: round(reference),
    withoutPauseToBare: round(percentile(flat.times, 0.95) / reference),
  };
}

async function atOnce(
  workshop: MeasuredWorkshop,
  cookie: string,
  jobs: readonly JobState[],
  pauseMs: number,
): Promise<{ jobs: JobState[]; times: number[] }> {
  const done = await Promise.all(
    jobs.map((job, n) => tickAway(workshop, cookie, job, pauseMs, (n * pauseMs) / jobs.length)),
  );
  return { jobs: done.map((one) => one.job), times: done.flatMap((one) => one.times) };
}

/** Brings a job to the way in, as the demo does. */
async function walkIn(workshop: MeasuredWorkshop, cookie: string, opened: JobState): Promise<JobState> {
  const script = { ...demoJobs(new Date())[0]!, until: 'way-in' as const, ticksIn: 2 };
  let job = opened;
  for (let command = nextDemoCommand(script, job); command; command = nextDemoCommand(script, job))
    job = (await give(workshop, cookie, job, command)).job;
  return job;
}

/** One screw out, taken back, out again: every command is a real step with its events. */
async function tickAway(
  workshop: MeasuredWorkshop,
  cookie: string,
  start: JobState,
  pauseMs: number,
  beginAfterMs: number,
): Promise<{ job: JobState; times: number[] }> {
  const times: number[] = [];
  let job = start;
  await sleep(beginAfterMs);
  for (let n = 0; n < TICKS_EACH; n++) {
    const out: JobCommand = { type: 'tick', stepId: 'in:cover-screws', key: 'short', from: 0, count: 1 };
    const done = await give(workshop, cookie, job, n % 2 === 0 ? out : { type: 'take-back-tick' });
    job = done.job;
    times.push(done.ms);
    await sleep(pauseMs);
  }
  return { job, times };
}

async function give(
  workshop: MeasuredWorkshop,
  cookie: string,
  job: JobState,
  command: JobCommand,
): Promise<{ job: JobState; ms: number }> {
  const began = performance.now();
  const response = await workshop.post(
    `/api/jobs/${job.id}/commands`,
    { commandId: randomUUID(), basedOn: job.seq, command },
    cookie,
  );
  const reply = (await response.json()) as CommandReply;
  const ms = performance.now() - began;
  if (!response.ok) throw new Error(`The server refused '${command.type}': ${JSON.stringify(reply)}`);
  return { job: reply.events.reduce<JobState>(evolve, job), ms };
}

async function bareTransactions(databaseUrl: string): Promise<number> {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 12 });
  await pool.query('create table bench_reference (n integer, body text)');
  await Promise.all(Array.from({ length: 12 }, () => pool.query('select pg_sleep(0.05)')));
  const times: number[] = [];
  const body = 'x'.repeat(300);
  await Promise.all(
    Array.from({ length: TECHNICIANS }, async () => {
      for (let n = 0; n < TICKS_EACH; n++) {
        const began = performance.now();
        await pool.query('insert into bench_reference values ($1, $2)', [n, body]);
        times.push(performance.now() - began);
      }
    }),
  );
  await pool.end();
  return percentile(times, 0.95);
}
