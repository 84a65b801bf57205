import { sure } from '@petrichor/core/units';
import type { JobState, RecordedEvent } from '@petrichor/core/job';
import { migrate } from '@petrichor/server';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import type { Figure } from './figure.js';
import { chances } from '../chance.js';
import { LedgerLoader, type Generated } from './ledger-load.js';
import { loadDemo } from '../setup/demo.js';
import type { Cluster } from '../setup/postgres.js';
import { MeasuredWorkshop, percentile, round } from './workshop.js';

const SIZES = (process.env['PETRICHOR_BENCH_JOBS'] ?? '1000 100000 1000000').split(' ').map(Number);
const TARGET_MS = 60;
const TARGET_RATIO = 1.6;

interface Question {
  readonly typed: (row: Generated['row'], chance: () => number) => string;
  /** Says so much that the job has to be on the first page. */
  readonly sure?: true;
}

/** What is typed to find a job: right, nearly right, or only in part. */
const QUESTIONS: readonly Question[] = [
  { typed: (row) => row.serial, sure: true },
  { typed: (row, chance) => oneWrong(row.serial, chance), sure: true },
  { typed: (row) => row.customer },
  { typed: (row, chance) => oneWrong(row.customer, chance) },
  { typed: (row) => row.reach.replaceAll(' ', ''), sure: true },
  { typed: (row) => `fen ${row.customer.split(' ')[1]}` },
  { typed: (row) => row.complaint.split(' ').slice(0, 3).join(' ') },
  { typed: (row) => row.newSerial, sure: true },
  { typed: (row) => `${row.customer.split(' ')[0]} ${row.complaint.split(' ')[0]}` },
  { typed: (row) => row.serial.slice(0, 9) },
];
/** The Ledger without words: what it is filtered by. */
const FILTERS = [
  '',
  'state=open',
  'comebacks=true',
  'modelId=no-such',
  'from=2020-01-05&to=2020-01-07',
  'to=2020-01-20&state=closed',
];

/** A workshop with so many jobs behind it. */
interface Sized {
  readonly jobs: number;
  readonly workshop: MeasuredWorkshop;
  readonly cookie: string;
  readonly sample: readonly Generated[];
  /** Jobs with a whole log, each to be opened once: nothing of it is kept from before. */
  readonly whole: Generated[];
  readonly chance: () => number;
  /** Of the questions that had to find their job, how many did. */
  readonly found: { of: number; there: number };
}

/** What is asked of the server, and how often. Each gives the milliseconds that it took. */
const ASKED: readonly {
  readonly figure: string;
  readonly count: number;
  readonly ask: (sized: Sized) => Promise<number>;
}[] = [
  { figure: 'ledger-search', count: 400, ask: search },
  {
    figure: 'ledger-filter',
    count: 120,
    ask: (sized) => timedOnly(sized, `/api/ledger?${pick(FILTERS, sized.chance)}`),
  },
  { figure: 'ledger-bench', count: 120, ask: (sized) => timedOnly(sized, '/api/bench') },
  {
    figure: 'ledger-open-job',
    count: 120,
    ask: (sized) => timedOnly(sized, `/api/jobs/${sure(sized.whole.pop()).id}`),
  },
];
const WARM = 20;

/**
 * Searching, the Bench and opening a job, with a thousand, a hundred thousand and a million jobs behind them.
 * The sizes are asked in turn, so that whatever else the machine does slows all of them alike.
 */
export async function measureLedger(
  cluster: Cluster,
  show: (figure: Figure) => void,
  say: (line: string) => void,
): Promise<void> {
  const open: Sized[] = [];
  const names: string[] = [];
  try {
    for (const jobs of SIZES) {
      say(`The Ledger with ${jobs.toLocaleString('en-GB')} jobs ...`);
      const name = `bench_${randomUUID().replaceAll('-', '')}`;
      names.push(name);
      open.push(await openSized(await cluster.database(name), jobs));
    }
    say('Asking them in turn ...');
    for (const { figure, count, ask } of ASKED) {
      const times = open.map((): number[] => []);
      for (let at = -WARM; at < count; at++)
        for (const [index, sized] of open.entries()) {
          const ms = await ask(sized);
          if (at >= 0) sure(times[index]).push(ms);
        }
      const first = percentile(sure(times[0]), 0.95);
      for (const [index, { jobs, found }] of open.entries()) {
        const p95 = percentile(sure(times[index]), 0.95);
        show({
          figure,
          jobs,
          ...(figure === 'ledger-search'
            ? { found: Math.round((found.there / found.of) * 1000) / 1000 }
            : {}),
          medianMs: round(percentile(sure(times[index]), 0.5)),
          p95Ms: round(p95),
          targetMs: TARGET_MS,
          timesTheFirst: Math.round((p95 / first) * 100) / 100,
          targetTimes: TARGET_RATIO,
        });
      }
    }
  } finally {
    for (const { workshop } of open) await workshop.end();
    for (const name of names) await cluster.drop(name);
  }
}

async function openSized(databaseUrl: string, jobs: number): Promise<Sized> {
  await migrate(databaseUrl);
  await loadDemo(databaseUrl);
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const workshop = new MeasuredWorkshop(databaseUrl);
  try {
    await workshop.start();
    const { workshopId, jobId } = sure(
      (
        await client.query<{ workshopId: string; jobId: string }>(
          `select workshop_id as "workshopId", id as "jobId" from job where closed and ledger ->> 'outcome' = 'repaired' order by number limit 1`,
        )
      ).rows[0],
    );
    const cookie = await workshop.signIn();
    const { job } = (await (await workshop.get(`/api/jobs/${jobId}`, cookie)).json()) as { job: JobState };
    const { events } = (await (await workshop.get(`/api/jobs/${jobId}/events`, cookie)).json()) as {
      events: RecordedEvent[];
    };
    const loader = new LedgerLoader(client, workshopId, { job, events });
    await loader.fill(jobs);
    const chance = chances(jobs);
    const whole = loader.sample.filter((one) => one.wholeLog);
    return {
      jobs,
      workshop,
      cookie,
      sample: loader.sample,
      whole: shuffled(whole, chance),
      chance,
      found: { of: 0, there: 0 },
    };
  } catch (error) {
    await workshop.end();
    throw error;
  } finally {
    await client.end();
  }
}

async function search({ workshop, cookie, sample, chance, found }: Sized): Promise<number> {
  const { id, row } = pick(sample, chance);
  const { typed, sure } = pick(QUESTIONS, chance);
  const words = typed(row, chance);
  const { ms, text } = await timed(workshop, `/api/ledger?find=${encodeURIComponent(words)}`, cookie);
  if (sure) {
    const { rows } = JSON.parse(text) as { rows: readonly Generated['row'][] };
    found.of++;
    // With one sign wrong it may be another machine's serial.
    if (rows.some((one) => one.id === id || one.serial === words)) found.there++;
  }
  return ms;
}

const timedOnly = async ({ workshop, cookie }: Sized, path: string): Promise<number> =>
  (await timed(workshop, path, cookie)).ms;

const pick = <T>(all: readonly T[], chance: () => number): T => sure(all[Math.floor(chance() * all.length)]);

async function timed(
  workshop: MeasuredWorkshop,
  path: string,
  cookie: string,
): Promise<{ readonly ms: number; readonly text: string }> {
  const began = performance.now();
  const reply = await workshop.get(path, cookie);
  const text = await reply.text();
  if (!reply.ok) throw new Error(`${path} was answered with ${reply.status}.`);
  return { ms: performance.now() - began, text };
}

function shuffled<T>(all: readonly T[], chance: () => number): T[] {
  const order = [...all];
  for (let at = order.length - 1; at > 0; at--) {
    const other = Math.floor(chance() * (at + 1));
    [order[at], order[other]] = [sure(order[other]), sure(order[at])];
  }
  return order;
}

/** The text with one sign of it wrong. */
function oneWrong(text: string, chance: () => number): string {
  const at = 1 + Math.floor(chance() * (text.length - 2));
  return `${text.slice(0, at)}${/\d/.test(sure(text[at])) ? String((Number(text[at]) + 3) % 10) : 'k'}${text.slice(at + 1)}`;
}
