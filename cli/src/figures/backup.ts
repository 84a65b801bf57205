import { sure } from '@petrichor/core/units';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import type { RecordedEvent } from '@petrichor/core/job';
import { migrate } from '@petrichor/server';
import pg from 'pg';
import { BackupFolder } from '../backup/folder.js';
import type { Keys } from '../backup/locks.js';
import { makeBackup } from '../backup/make.js';
import { restoreCluster } from '../backup/restore.js';
import { verifyBackup } from '../backup/verify.js';
import type { Figure } from './figure.js';
import { STATE } from '../paths.js';
import { loadDemo } from '../setup/demo.js';
import { startCluster } from '../setup/postgres.js';
import { loadRecord } from './record-load.js';
import { round } from './workshop.js';

const JOBS = Number(process.env['PETRICHOR_BENCH_BACKUP_JOBS'] ?? 100_000);
const ROOT = join(STATE, 'bench-backup');
const OPEN: Keys = { passphrase: null, recipient: null, identityFile: null };
const LOCKED: Keys = { passphrase: 'only to measure with, four words', recipient: null, identityFile: null };

/** A shop with so many jobs behind it: backed up, restored, and every job of it replayed and compared. */
export async function measureBackup(
  show: (figure: Figure) => void,
  say: (line: string) => void,
): Promise<void> {
  rmSync(ROOT, { recursive: true, force: true });
  const cluster = await startCluster(join(ROOT, 'postgres'));
  try {
    const url = await cluster.database('petrichor');
    await migrate(url);
    await loadDemo(url);
    say(`A shop with ${JOBS.toLocaleString('en-GB')} jobs ...`);
    const events = await fill(url);
    const [{ bytes }] = (await ask<{ bytes: string }>(
      url,
      'select pg_database_size(current_database())::text as bytes',
    )) as [{ bytes: string }];
    const source = {
      databases: { petrichor: url },
      cluster: { adminUrl: cluster.adminUrl },
      photos: join(ROOT, 'photos'),
      sealKey: null,
    };
    const now = () => new Date();
    for (const [kind, keys] of [
      ['open', OPEN],
      ['locked', LOCKED],
    ] as const) {
      say(`Backing up, restoring and comparing it (${kind}) ...`);
      const folder = await BackupFolder.open(join(ROOT, kind), keys, true);
      const made = await makeBackup(source, folder, now);
      const began = performance.now();
      await restoreCluster(folder, made, join(ROOT, `restored-${kind}`), null);
      const restoreSeconds = (performance.now() - began) / 1000;
      rmSync(join(ROOT, `restored-${kind}`), { recursive: true, force: true });
      const found = await verifyBackup(folder, made, join(ROOT, 'scratch'), null, now);
      show({
        figure: 'backup-and-restore',
        folder: kind,
        jobs: found.found['petrichor']?.jobs ?? 0,
        events: found.found['petrichor']?.events ?? events,
        databaseMb: Math.round(Number(bytes) / 1e6),
        backupMb: Math.round(made.data.bytes / 1e6),
        backupSeconds: round(made.seconds),
        restoreSeconds: round(restoreSeconds),
        restoreAndCompareSeconds: round(found.seconds),
        differences: found.faults.length,
      });
    }
  } finally {
    await cluster.stop();
    rmSync(ROOT, { recursive: true, force: true });
  }
}

async function fill(url: string): Promise<number> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query<{ workshopId: string; jobId: string }>(
      `select workshop_id as "workshopId", id as "jobId" from job where closed and ledger ->> 'outcome' = 'repaired' order by number limit 1`,
    );
    const { workshopId, jobId } = sure(rows[0]);
    const log = await client.query<RecordedEvent>(
      `select seq, to_char(at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at, command_id as "commandId",
         json_build_object('id', by_id, 'name', by_name) as by, body as event
       from job_event where job_id = $1 order by seq`,
      [jobId],
    );
    return await loadRecord(client, workshopId, log.rows, JOBS);
  } finally {
    await client.end();
  }
}

async function ask<T extends pg.QueryResultRow>(url: string, query: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<T>(query)).rows;
  } finally {
    await client.end();
  }
}
