import { writeFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import pg from 'pg';
import type { Chance } from '../chance.js';
import type { Seam } from './seam.js';

/** Everything that can be hurt. */
export interface Scene {
  readonly chance: Chance;
  /** Between people and server. */
  readonly network: Seam;
  /** Between server and database. */
  readonly line: Seam;
  /** The database's own address, past the seam. */
  readonly databaseUrl: string;
  readonly clockFile: string;
  /** Process ids, null while there is none. */
  readonly server: () => number | null;
  readonly postmaster: () => number | null;
}

export interface Fault {
  readonly name: string;
  readonly weight: number;
  /** Hurts, and heals what does not heal by itself. */
  readonly strike: (scene: Scene) => Promise<void>;
}

const signal = (pid: number | null, name: NodeJS.Signals): void => {
  try {
    if (pid !== null) process.kill(pid, name);
  } catch {
    // It was gone already.
  }
};

/** Not waited for: on a line that is gone the end never comes. */
export const endSoon = (client: pg.Client): void => void client.end().catch(() => undefined);

async function ask<T extends pg.QueryResultRow>(url: string, query: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 1500, query_timeout: 1500 });
  client.on('error', () => undefined);
  try {
    await client.connect();
    return (await client.query<T>(query)).rows;
  } catch {
    return [];
  } finally {
    endSoon(client);
  }
}

const OURS = `from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and backend_type = 'client backend'`;
const DAY_MS = 24 * 3_600_000;

/** One line each; the lighter ones hurt longer. */
export const FAULTS: readonly Fault[] = [
  {
    name: 'network cut',
    weight: 30,
    strike: async ({ network }) => {
      network.cut();
      await sleep(5);
    },
  },
  {
    name: 'network slow',
    weight: 12,
    strike: async ({ network, chance }) => {
      network.slow(chance.between(20, 300));
      await sleep(chance.between(100, 400));
      network.slow(0);
    },
  },
  {
    name: 'network silent',
    weight: 5,
    strike: async ({ network, chance }) => {
      network.hush(true);
      await sleep(chance.between(100, 1500));
      network.hush(false);
    },
  },
  {
    name: 'network half open',
    weight: 5,
    strike: async ({ network }) => {
      network.deaden();
      await sleep(5);
    },
  },
  {
    name: 'network refuses',
    weight: 6,
    strike: async ({ network, chance }) => {
      network.refuse(true);
      network.cut();
      await sleep(chance.between(50, 300));
      network.refuse(false);
    },
  },
  {
    name: 'line to the database cut',
    weight: 20,
    strike: async ({ line }) => {
      line.cut();
      await sleep(20);
    },
  },
  {
    name: 'line to the database slow',
    weight: 8,
    strike: async ({ line, chance }) => {
      line.slow(chance.between(5, 60));
      await sleep(chance.between(100, 400));
      line.slow(0);
    },
  },
  {
    name: 'line to the database silent',
    weight: 4,
    strike: async ({ line, chance }) => {
      line.hush(true);
      await sleep(chance.between(100, 1500));
      line.hush(false);
    },
  },
  {
    // The dearest one: nobody is told, and each question has to be given up by its time limit.
    name: 'line to the database half open',
    weight: 0.4,
    strike: async ({ line }) => {
      line.deaden();
      await sleep(20);
    },
  },
  {
    name: 'database lets everybody go',
    weight: 12,
    strike: async ({ databaseUrl }) => {
      await ask(databaseUrl, `select pg_terminate_backend(pid) ${OURS}`);
    },
  },
  {
    name: 'database breaks off what is asked',
    weight: 12,
    strike: async ({ databaseUrl }) => {
      await ask(databaseUrl, `select pg_cancel_backend(pid) ${OURS}`);
    },
  },
  {
    name: 'database process killed',
    weight: 1,
    strike: async ({ databaseUrl }) => {
      const [one] = await ask<{ pid: number }>(databaseUrl, `select pid ${OURS} limit 1`);
      signal(one?.pid ?? null, 'SIGKILL');
      await sleep(300);
    },
  },
  {
    name: 'database killed',
    weight: 1,
    strike: async ({ postmaster }) => {
      signal(postmaster(), 'SIGKILL');
      await sleep(1500);
    },
  },
  {
    name: 'database stops at once',
    weight: 1,
    strike: async ({ postmaster }) => {
      signal(postmaster(), 'SIGQUIT');
      await sleep(1500);
    },
  },
  {
    name: 'server killed',
    weight: 3,
    strike: async ({ server }) => {
      signal(server(), 'SIGKILL');
      await sleep(300);
    },
  },
  {
    name: 'server asked to stop',
    weight: 2,
    strike: async ({ server }) => {
      signal(server(), 'SIGTERM');
      await sleep(300);
    },
  },
  {
    name: 'server stands still',
    weight: 3,
    strike: async ({ server, chance }) => {
      const pid = server();
      signal(pid, 'SIGSTOP');
      await sleep(chance.between(100, 2000));
      signal(pid, 'SIGCONT');
    },
  },
  {
    name: 'clock jumps',
    weight: 8,
    strike: async ({ clockFile, chance }) => {
      writeFileSync(clockFile, String(chance.between(-2 * DAY_MS, 2 * DAY_MS)));
      await sleep(chance.between(100, 400));
      writeFileSync(clockFile, '0');
    },
  },
];
