import type { JobState, RecordedEvent } from '@petrichor/core';
import pg from 'pg';
import type { Figure } from '../commands/bench.js';
import { chances, LedgerLoader, type Generated } from './ledger-load.js';
import { percentile, round, type BenchWorkshop } from './workshop.js';

const SIZES = (process.env['PETRICHOR_BENCH_JOBS'] ?? '1000 100000 1000000').split(' ').map(Number);
const SEARCHES = 400;
const OPENINGS = 120;
const BENCHES = 120;
const TARGET_MS = 60;
const TARGET_RATIO = 1.6;

/** What is typed to find a job: right, nearly right, or only in part. */
const QUESTIONS: readonly ((row: Generated['row'], chance: () => number) => string)[] = [
  (row) => row.serial,
  (row, chance) => oneWrong(row.serial, chance),
  (row) => row.customer,
  (row, chance) => oneWrong(row.customer, chance),
  (row) => row.reach.replaceAll(' ', ''),
  (row) => `fen ${row.customer.split(' ')[1]}`,
  (row) => row.complaint.split(' ').slice(0, 3).join(' '),
  (row) => row.newSerial,
  (row) => `${row.customer.split(' ')[0]} ${row.complaint.split(' ')[0]}`,
  (row) => row.serial.slice(0, 9),
];

/** Searching, the Bench and opening a job, with a thousand, a hundred thousand and a million jobs behind them. */
export async function measureLedger(workshop: BenchWorkshop, show: (figure: Figure) => void, say: (line: string) => void): Promise<void> {
  const client = new pg.Client({ connectionString: workshop.databaseUrl });
  await client.connect();
  try {
    const { workshopId, jobId } = (
      await client.query<{ workshopId: string; jobId: string }>(
        `select workshop_id as "workshopId", id as "jobId" from job where closed and ledger ->> 'outcome' = 'repaired' order by number limit 1`,
      )
    ).rows[0]!;
    let cookie = await workshop.signIn();
    const { job } = (await (await workshop.get(`/api/jobs/${jobId}`, cookie)).json()) as { job: JobState };
    const { events } = (await (await workshop.get(`/api/jobs/${jobId}/events`, cookie)).json()) as { events: RecordedEvent[] };
    const loader = new LedgerLoader(client, workshopId, { job, events });
    const first: Record<string, number> = {};
    for (const jobs of SIZES) {
      say(`The Ledger with ${jobs.toLocaleString('en-GB')} jobs ...`);
      await loader.fill(jobs);
      await workshop.stop();
      await workshop.start();
      cookie = await workshop.signIn();
      const chance = chances(jobs);
      const pick = () => loader.sample[Math.floor(chance() * loader.sample.length)]!;
      const whole = loader.sample.filter((one) => one.wholeLog);
      const search = () => {
        const { row } = pick();
        return `/api/ledger?find=${encodeURIComponent(QUESTIONS[Math.floor(chance() * QUESTIONS.length)]!(row, chance))}`;
      };
      const open = () => `/api/jobs/${(whole.length > 10 ? whole[Math.floor(chance() * whole.length)]! : pick()).id}`;
      for (const [figure, count, path] of [
        ['ledger-search', SEARCHES, search],
        ['ledger-bench', BENCHES, () => '/api/bench'],
        ['ledger-open-job', OPENINGS, open],
      ] as const) {
        for (let at = 0; at < 20; at++) await timed(workshop, path(), cookie);
        const times: number[] = [];
        for (let at = 0; at < count; at++) times.push(await timed(workshop, path(), cookie));
        const p95 = percentile(times, 0.95);
        first[figure] ??= p95;
        show({
          figure,
          jobs,
          medianMs: round(percentile(times, 0.5)),
          p95Ms: round(p95),
          targetMs: TARGET_MS,
          timesTheFirst: Math.round((p95 / first[figure]) * 100) / 100,
          targetTimes: TARGET_RATIO,
        });
      }
    }
  } finally {
    await client.end();
  }
}

async function timed(workshop: BenchWorkshop, path: string, cookie: string): Promise<number> {
  const began = performance.now();
  const reply = await workshop.get(path, cookie);
  await reply.text();
  if (!reply.ok) throw new Error(`${path} was answered with ${reply.status}.`);
  return performance.now() - began;
}

/** The text with one sign of it wrong. */
function oneWrong(text: string, chance: () => number): string {
  const at = 1 + Math.floor(chance() * (text.length - 2));
  return `${text.slice(0, at)}${/\d/.test(text[at]!) ? String((Number(text[at]) + 3) % 10) : 'k'}${text.slice(at + 1)}`;
}
