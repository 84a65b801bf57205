import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { setTimeout as sleep } from 'node:timers/promises';
import type { CommandReply } from '@petrichor/api';
import { demoJobs, nextDemoCommand } from '@petrichor/demo';
import { evolve, type JobCommand, type JobState } from '@petrichor/core/job';
import type { Figure } from './figure.js';
import { plainTicks } from './plain-sql.js';
import { percentile, round, type MeasuredWorkshop } from './workshop.js';

const TECHNICIANS = 20;
const TICKS_EACH = 40;
/** A quick pair of hands: between the acknowledgement of one screw and the next. */
const PAUSE_MS = 200;

/**
 * Twenty technicians, each on a job of their own, with twenty screens that are told of every tick: time from
 * sending one to its acknowledgement, once at the pace of quick hands and once without any pause, which fills
 * the machine. Beside it the same transaction in plain SQL by as many clients without pause, so that a slow
 * machine does not count against the server.
 */
export async function measureTicks(workshop: MeasuredWorkshop): Promise<Figure> {
  const cookie = await workshop.signIn();
  // Every one of these jobs takes a drive off the shelf.
  const more = { item: { kind: 'drive', id: 'pellow-p3-1tb' }, move: { kind: 'received', quantity: 500 } };
  await workshop.post('/api/shelf/moves', { id: randomUUID(), ...more }, cookie);
  const jobs = await jobsOnTheWay(workshop, cookie);
  const plain = await jobsOnTheWay(workshop, cookie);
  const screens = await Promise.all(Array.from({ length: TECHNICIANS }, () => Screen.open(workshop)));
  const paced = await atOnce(workshop, cookie, jobs, PAUSE_MS);
  const alone = await plainTicks(
    workshop.databaseUrl,
    plain.map(({ id }) => id),
    TICKS_EACH,
  );
  const flat = await atOnce(workshop, cookie, paced.jobs, 0);
  const told = await Promise.all(screens.map((screen) => screen.close()));
  return {
    figure: 'tick-acknowledged',
    technicians: TECHNICIANS,
    screens: TECHNICIANS,
    toldLeast: Math.min(...told),
    ticks: paced.times.length,
    pauseMs: PAUSE_MS,
    medianMs: round(percentile(paced.times, 0.5)),
    p95Ms: round(percentile(paced.times, 0.95)),
    targetP95Ms: 50,
    withoutPauseMedianMs: round(percentile(flat.times, 0.5)),
    withoutPauseP95Ms: round(percentile(flat.times, 0.95)),
    withoutPausePerSecond: round(flat.perSecond),
    plainSqlPerSecond: round(alone),
    toPlainSql: Math.round((100 * flat.perSecond) / alone) / 100,
    targetToPlainSql: 0.6,
  };
}

async function jobsOnTheWay(workshop: MeasuredWorkshop, cookie: string): Promise<JobState[]> {
  const intake = sure(demoJobs(new Date())[0]).intake;
  const jobs: JobState[] = [];
  for (let n = 0; n < TECHNICIANS; n++) {
    const reply = await workshop.post('/api/jobs', { commandId: randomUUID(), intake }, cookie);
    jobs.push(await walkIn(workshop, cookie, ((await reply.json()) as { job: JobState }).job));
  }
  return jobs;
}

/** An open tab, as the server sees it: it signs in, listens, and reads what it is told. */
class Screen {
  private told = 0;
  private constructor(private readonly stop: AbortController) {}

  static async open(workshop: MeasuredWorkshop): Promise<Screen> {
    const stop = new AbortController();
    const headers = { cookie: await workshop.signIn() };
    const { body } = await fetch(`${workshop.url}/api/stream`, { headers, signal: stop.signal });
    const screen = new Screen(stop);
    void screen.read(sure(body)).catch(() => undefined);
    return screen;
  }

  /** @returns of how many things it was told */
  async close(): Promise<number> {
    // What was said last may be on its way.
    await sleep(200);
    this.stop.abort();
    return this.told;
  }

  private async read(body: ReadableStream<Uint8Array>): Promise<void> {
    const reader = body.getReader();
    for (let { done, value } = await reader.read(); !done; { done, value } = await reader.read())
      this.told += Buffer.from(sure(value)).toString('latin1').split('event: job').length - 1;
  }
}

async function atOnce(
  workshop: MeasuredWorkshop,
  cookie: string,
  jobs: readonly JobState[],
  pauseMs: number,
): Promise<{ jobs: JobState[]; times: number[]; perSecond: number }> {
  const began = performance.now();
  const done = await Promise.all(
    jobs.map((job, n) => tickAway(workshop, cookie, job, pauseMs, (n * pauseMs) / jobs.length)),
  );
  const times = done.flatMap((one) => one.times);
  const perSecond = (1000 * times.length) / (performance.now() - began);
  return { jobs: done.map((one) => one.job), times, perSecond };
}

/** Brings a job to the way in, as the demo does. */
async function walkIn(workshop: MeasuredWorkshop, cookie: string, opened: JobState): Promise<JobState> {
  const script = { ...sure(demoJobs(new Date())[0]), until: 'way-in' as const, ticksIn: 2 };
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

/** What the client itself takes is part of what is compared: it asks as barely as one can. */
const lines = new Agent({ keepAlive: true, maxSockets: TECHNICIANS });

async function give(
  workshop: MeasuredWorkshop,
  cookie: string,
  job: JobState,
  command: JobCommand,
): Promise<{ job: JobState; ms: number }> {
  const body = JSON.stringify({ commandId: randomUUID(), basedOn: job.seq, command });
  const headers = {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(body),
    origin: workshop.url,
    cookie,
  };
  const began = performance.now();
  const text = await new Promise<string>((done, failed) => {
    const address = `${workshop.url}/api/jobs/${job.id}/commands`;
    const asked = request(address, { method: 'POST', headers, agent: lines }, (response) => {
      let words = '';
      response.setEncoding('utf8').on('data', (part: string) => (words += part));
      response.on('end', () => (response.statusCode === 200 ? done(words) : failed(new Error(words))));
    });
    asked.on('error', failed).end(body);
  });
  const ms = performance.now() - began;
  const reply = JSON.parse(text) as CommandReply;
  return { job: reply.events.reduce<JobState>(evolve, job), ms };
}
