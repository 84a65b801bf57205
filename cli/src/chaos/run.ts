import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { DEMO_ACCOUNTS } from '@petrichor/demo';
import { checkRecord, migrate, openDatabase, serverUrl } from '@petrichor/server';
import { startServer } from '../commands/serve.js';
import { STATE } from '../paths.js';
import { loadDemo } from '../setup/demo.js';
import { freePort } from '../setup/port.js';
import { startCluster } from '../setup/postgres.js';
import { runningChild, Supervisor } from '../setup/supervise.js';
import { Books } from './books.js';
import { Chance } from '../chance.js';
import { FAULTS } from './faults.js';
import { OWN_FAULTS, Person } from './people.js';
import { Seam } from './seam.js';

export interface ChaosPlan {
  readonly seconds: number;
  readonly seed: number;
  readonly people: number;
}

export interface ChaosResult {
  readonly faults: Readonly<Record<string, number>>;
  readonly faultCount: number;
  readonly taken: number;
  readonly restarts: number;
  readonly events: number;
  /** Sentences: lost, doubled, altered, out of order, not what the events say, or in need of a hand. */
  readonly wrong: readonly string[];
}

/** No fault, and no look at the database, takes longer. */
const STRIKE_MS = 30_000;
/** So long everything may take to be well again, by itself, once nothing hurts it any more. */
const WELL_AGAIN_MS = 60_000;
const SKEW = fileURLToPath(new URL('./clock-skew.mjs', import.meta.url));

/**
 * People at work while everything they stand on is killed, cut, slowed, silenced and misled; after each
 * fault, what they were told yes to is compared with what the database has. Loopback only, bounded in time.
 */
export async function chaos(
  { seconds, seed, people }: ChaosPlan,
  log: (words: string) => void,
): Promise<ChaosResult> {
  const chance = new Chance(seed);
  const folder = join(STATE, 'chaos-postgres');
  const cluster = await startCluster(folder);
  const name = `chaos_${randomUUID().replaceAll('-', '')}`;
  const databaseUrl = await cluster.database(name);
  const supervisor = new Supervisor(
    (words) => {
      if (/ended by itself/.test(words)) restarts++;
    },
    { first: 50, longest: 1000, well: 3000 },
  );
  let restarts = 0;
  const over = new AbortController();
  const books = new Books();
  const counts: Record<string, number> = {};
  const hurt = (fault: string): void => void (counts[fault] = (counts[fault] ?? 0) + 1);
  let network: Seam | null = null;
  let line: Seam | null = null;
  try {
    await migrate(databaseUrl);
    await loadDemo(databaseUrl);
    let begun = false;
    await supervisor.keep({
      what: 'The database',
      start: async () => {
        if (begun) await cluster.again();
        begun = true;
        return cluster.running();
      },
    });
    const databasePort = Number(new URL(databaseUrl).port);
    line = await Seam.before(databasePort);
    const throughLine = new URL(databaseUrl);
    throughLine.port = String(line.port);
    const port = await freePort();
    mkdirSync(join(STATE, 'chaos'), { recursive: true });
    const clockFile = join(STATE, 'chaos', 'clock');
    writeFileSync(clockFile, '0');
    // The door's password is made before anything is hurt: a server that starts only asks whether it opens.
    await serverUrl(databaseUrl);
    let serverPid: number | null = null;
    await supervisor.keep({
      what: 'The server',
      start: async () => {
        const child = await startServer(throughLine.href, port, {
          NODE_OPTIONS: `--import ${SKEW}`,
          PETRICHOR_CLOCK_FILE: clockFile,
          PETRICHOR_SIGN_IN_TRIES: '100000',
          PETRICHOR_PHOTOS: join(STATE, 'chaos', 'photos'),
          PETRICHOR_LOG: process.env['PETRICHOR_LOG'] ?? 'silent',
        });
        serverPid = child.pid ?? null;
        return runningChild(child);
      },
    });
    network = await Seam.before(port);
    const url = `http://127.0.0.1:${network.port}`;
    const office = {
      url: () => url,
      over: over.signal,
      taken: (one: Parameters<Books['add']>[0]) => books.add(one),
      fault: hurt,
      wrong: (sentence: string) => void books.wrong.push(sentence),
    };
    const work = Array.from({ length: people }, (_, n) => {
      const { signInName, password } = sure(DEMO_ACCOUNTS[0]);
      // Each by a chance of their own, so that their turns do not change one another's.
      return new Person(signInName, password, { ...office, chance: new Chance(seed * 1000 + n) }).work();
    });
    const scene = {
      chance,
      network,
      line,
      databaseUrl,
      clockFile,
      server: () => serverPid,
      postmaster: () => pidIn(folder),
    };
    const end = Date.now() + seconds * 1000;
    let told = Date.now();
    while (Date.now() < end && books.wrong.length === 0) {
      const fault = chance.weighed(FAULTS);
      hurt(fault.name);
      await within(STRIKE_MS, fault.strike(scene), `The fault '${fault.name}' did not end.`);
      // While the database is down there is nobody to compare with: that is made up for after the next fault.
      await within(STRIKE_MS, books.compare(databaseUrl), 'no answer').catch(() => undefined);
      await sleep(chance.between(0, 60));
      if (Date.now() - told > 30_000) {
        told = Date.now();
        log(`${sum(counts)} faults, ${books.taken} taken, ${restarts} restarts, ${books.wrong.length} wrong`);
      }
    }
    await wellAgain(url, books);
    over.abort();
    await within(WELL_AGAIN_MS, Promise.all(work), 'Somebody never stopped working.');
    await books.compare(databaseUrl, true);
    const database = openDatabase(await serverUrl(databaseUrl));
    const check = await checkRecord(database).finally(() => database.end());
    return {
      faults: counts,
      faultCount: sum(counts),
      taken: books.taken,
      restarts,
      events: check.events,
      wrong: [...books.wrong, ...check.faults],
    };
  } finally {
    over.abort();
    await supervisor.stop();
    await network?.close();
    await line?.close();
    await cluster.drop(name).catch(() => undefined);
    await cluster.stop();
  }
}

async function within<T>(ms: number, work: Promise<T>, sentence: string): Promise<T> {
  const over = new AbortController();
  const late = sleep(ms, undefined, { signal: over.signal }).then(() => {
    throw new Error(sentence);
  });
  late.catch(() => undefined);
  try {
    return await Promise.race([work, late]);
  } finally {
    over.abort();
  }
}

/** Server and database answer, and people get on: without anybody's hand. */
async function wellAgain(url: string, books: Books): Promise<void> {
  const end = Date.now() + WELL_AGAIN_MS;
  const before = books.taken;
  while (Date.now() < end) {
    const reply = await fetch(`${url}/health`, { signal: AbortSignal.timeout(3000) }).catch(() => null);
    const probe = reply?.ok ? ((await reply.json()) as { ok: boolean; feed: boolean }) : null;
    if (probe?.ok && probe.feed && books.taken > before + 20) return;
    await sleep(250);
  }
  books.wrong.push('A hand was needed: a minute after the last fault, not everything was well again.');
}

function pidIn(folder: string): number | null {
  const file = join(folder, 'data', 'postmaster.pid');
  const pid = existsSync(file) ? Number(readFileSync(file, 'utf8').split('\n')[0]) : 0;
  return pid > 0 ? pid : null;
}

const sum = (counts: Readonly<Record<string, number>>): number =>
  Object.values(counts).reduce((all, one) => all + one, 0);

export const KINDS_OF_FAULT = [...FAULTS.map((fault) => fault.name), ...OWN_FAULTS];
