import { sure } from '@petrichor/core/units';
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { PassThrough, pipeline as flow, type Readable } from 'node:stream';
import { makeRoles } from '@petrichor/server';
import pg from 'pg';
import { Fault } from '../fault.js';
import { ensurePackage } from '../setup/debian.js';
import { needDisk } from '../setup/disk.js';
import { FETCH_SETTINGS, LOG_SETTINGS, writeLogScripts } from '../setup/pg-log.js';
import { CLUSTER_USER, clusterOwner, lastLines, pgCtl, pgProgram, type Owner } from '../setup/pg-programs.js';
import { mayEnter, passwordOf } from '../setup/postgres.js';
import type { BackupFolder, Manifest, Put } from './folder.js';
import { layOutLog } from './log.js';
import { keptPhotos, readKeptPhoto } from './photos.js';

/** What came back. */
export interface Restored {
  /** The last moment of which something is in it, null: nothing was written since the backup. */
  readonly asOf: Date | null;
  /** Sentences: what is not as it should be. */
  readonly warnings: readonly string[];
}

/** The newest backup that a restore to `until` can begin with. */
export function backupFor(folder: BackupFolder, until: Date | null): Manifest {
  const all = folder.manifests();
  const found = all.findLast(({ at }) => until === null || new Date(at) <= until);
  if (found) return found;
  if (all.length === 0) throw new Fault(`There is no whole backup in ${folder.path}.`);
  throw new Fault(
    `The oldest backup in ${folder.path} is of ${sure(all[0]).at}. Nothing before that can be brought back.`,
    2,
  );
}

/**
 * Nothing of these may be lost: a restore writes what it reads to the disk before it goes on. A scratch copy
 * need not.
 */
export type Care = 'lasting' | 'scratch';

/**
 * Brings a cluster back into an empty folder: the backup, then PostgreSQL's log up to `until`. What it leaves
 * is stopped, and opens with the password of that folder.
 */
export async function restoreCluster(
  folder: BackupFolder,
  manifest: Manifest,
  into: string,
  until: Date | null,
  care: Care = 'lasting',
): Promise<Restored> {
  await ensurePackage('postgresql');
  const owner = await clusterOwner();
  mkdirSync(into, { recursive: true, mode: 0o755 });
  if (owner) chownSync(into, owner.uid, owner.gid);
  await mayEnter(into, owner);
  needDisk(into, Math.ceil((manifest.data.plainBytes * 1.2) / 1e6), 'the restore');
  const data = join(into, 'data');
  if (existsSync(data)) throw new Fault(`${data} is there already.`);
  const making = `${data}.making`;
  rmSync(making, { recursive: true, force: true });
  mkdirSync(making, { mode: 0o700 });
  if (owner) chownSync(making, owner.uid, owner.gid);
  await through(folder, manifest.data, 'tar', ['-x', '-C', making], owner);
  writeLogScripts(into, owner);
  const fetched = join(into, 'fetched');
  rmSync(fetched, { recursive: true, force: true });
  const warnings: string[] = [];
  const lost = await layOutLog(folder, sure(manifest.logFrom), fetched);
  if (lost.length > 0)
    warnings.push(
      `${lost.length === 1 ? 'A piece' : `${lost.length} pieces`} of the log ${lost.length === 1 ? 'is' : 'are'} missing or broken (${lost.slice(0, 3).join(', ')}): it goes no further than before that.`,
    );
  writeFileSync(join(making, 'recovery.signal'), '');
  if (owner) chownSync(join(making, 'recovery.signal'), owner.uid, owner.gid);
  renameSync(making, data);
  const asOf = await recover({ into, data, owner, until, care, warnings });
  rmSync(fetched, { recursive: true, force: true });
  return { asOf, warnings };
}

interface Recovery {
  readonly into: string;
  readonly data: string;
  readonly owner: Owner | null;
  readonly until: Date | null;
  readonly care: Care;
  readonly warnings: string[];
}

/** Lets PostgreSQL go through its log, reachable by nobody but us, until it is a server of its own again. */
async function recover(recovery: Recovery): Promise<Date | null> {
  const { into, data, owner, until, care, warnings } = recovery;
  const door = mkdtempSync(join(tmpdir(), 'petrichor-'));
  try {
    writeFileSync(join(door, 'hba'), 'local all all trust\n', { mode: 0o644 });
    if (owner) chownSync(door, owner.uid, owner.gid);
    const log = join(data, 'restore.log');
    const settings = [
      `-c listen_addresses='' -c unix_socket_directories=${door} -c hba_file=${door}/hba`,
      LOG_SETTINGS,
      FETCH_SETTINGS,
      care === 'scratch' ? '-c fsync=off -c full_page_writes=off' : '',
    ].join(' ');
    const target = until
      ? ` -c recovery_target_time='${until.toISOString().replace('T', ' ').replace('Z', '+00')}' -c recovery_target_action=promote`
      : '';
    const from = async (more: string): Promise<Date | null> => {
      const { code, output } = await pgCtl(owner, [
        '-D',
        data,
        '-l',
        log,
        '-o',
        `${settings}${more}`,
        '-w',
        '-t',
        '86400',
        'start',
      ]);
      if (code !== 0)
        throw new Fault(
          `The restored database did not start: ${existsSync(log) ? lastLines(readFileSync(log, 'utf8'), 2) : lastLines(output, 1)}.`,
        );
      return promoted(door, passwordOf(into));
    };
    try {
      return await from(target);
    } catch (error) {
      // PostgreSQL refuses to be a server of its own where the log ends before the time that was asked for.
      if (
        until === null ||
        !existsSync(log) ||
        !/ended before configured recovery target/.test(readFileSync(log, 'utf8'))
      )
        throw error;
      warnings.push(`The log ends before ${until.toISOString()}: everything there is has been brought back.`);
      return await from('');
    } finally {
      await pgCtl(owner, ['-D', data, '-m', 'fast', '-w', '-t', '600', 'stop']);
    }
  } finally {
    rmSync(door, { recursive: true, force: true });
  }
}

const LOOK_MS = 300;

/**
 * Waits until the log is gone through; gives the cluster the password of its folder; when the last thing in
 * it was done.
 */
async function promoted(door: string, password: string): Promise<Date | null> {
  for (;;) {
    const client = new pg.Client({ host: door, port: 5432, user: CLUSTER_USER, database: 'postgres' });
    client.on('error', () => undefined);
    await client.connect();
    try {
      const { rows } = await client.query<{ going: boolean; at: Date | null }>(
        'select pg_is_in_recovery() as going, pg_last_xact_replay_timestamp() as at',
      );
      if (!sure(rows[0]).going) {
        await client.query(`alter role ${CLUSTER_USER} password '${password}'`);
        return sure(rows[0]).at;
      }
    } finally {
      await client.end().catch(() => undefined);
    }
    await new Promise((done) => setTimeout(done, LOOK_MS));
  }
}

/** Brings a dump back into an empty database. */
export async function restoreDump(
  folder: BackupFolder,
  manifest: Manifest,
  databaseUrl: string,
): Promise<void> {
  await makeRoles(databaseUrl);
  const url = new URL(databaseUrl);
  const password = decodeURIComponent(url.password);
  url.password = '';
  await through(
    folder,
    manifest.data,
    pgProgram('pg_restore'),
    ['--no-owner', '--exit-on-error', '--no-password', '-d', url.href],
    null,
    {
      PGPASSWORD: password,
    },
  );
}

/**
 * Whoever was signed in when the backup was made is not by that signed in again: they may have been shut out
 * since.
 */
export async function endSessions(databaseUrl: string): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    await client.query('delete from session');
  } finally {
    await client.end();
  }
}

/** Photos that are not there yet; how many, and which of them are lost. */
export async function restorePhotos(
  folder: BackupFolder,
  into: string,
): Promise<{ brought: number; lost: string[] }> {
  let brought = 0;
  const lost: string[] = [];
  for (const hash of keptPhotos(folder)) {
    const target = join(into, hash.slice(0, 2), `${hash}.jpg`);
    if (existsSync(target)) continue;
    const bytes = await readKeptPhoto(folder, hash);
    if (!bytes) {
      lost.push(hash);
      continue;
    }
    mkdirSync(dirname(target), { recursive: true });
    writeFileSync(`${target}.part`, bytes);
    renameSync(`${target}.part`, target);
    brought++;
  }
  return { brought, lost };
}

/** Feeds a file of the backup to a program, and compares what it read with what was kept. */
async function through(
  folder: BackupFolder,
  put: Put,
  program: string,
  args: readonly string[],
  owner: Owner | null,
  environment: NodeJS.ProcessEnv = {},
): Promise<void> {
  const source: Readable = await folder.get(put.file);
  const child = spawn(program, args, {
    ...owner,
    cwd: '/',
    env: { ...process.env, ...environment },
    stdio: ['pipe', 'ignore', 'pipe'],
  });
  let told = '';
  child.stderr.on('data', (chunk: Buffer) => (told += chunk.toString()));
  const hash = createHash('sha256');
  const counted = new PassThrough();
  counted.on('data', (chunk: Buffer) => hash.update(chunk));
  const ended = new Promise<number>((done, failed) => {
    child.once('error', failed);
    child.once('close', (code) => done(code ?? 1));
  });
  const read = await new Promise<Error | null>((done) =>
    flow(source, counted, child.stdin, (error) => done(error ?? null)),
  );
  const code = await ended;
  const broken = `The backup in ${folder.path} is broken (${put.file}). Take an older one with --until, or another copy of the folder.`;
  if (code !== 0 && !read) throw new Fault(`The backup could not be unpacked: ${lastLines(told, 2)}.`);
  if (read || code !== 0 || hash.digest('hex') !== put.plainSha256) throw new Fault(broken);
}
