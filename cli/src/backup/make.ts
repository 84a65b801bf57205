import { sure } from '@petrichor/core/units';
import { spawn } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { countRecord, openDatabase, schemaVersion, serverUrl } from '@petrichor/server';
import pg from 'pg';
import { Fault } from '../fault.js';
import { ROOT } from '../paths.js';
import { needDisk } from '../setup/disk.js';
import { lastLines, pgProgram } from '../setup/pg-programs.js';
import type { BackupFolder, Manifest } from './folder.js';
import { dropLog } from './log.js';
import { keepPhotos, keptPhotos } from './photos.js';
import { sealPrint } from './seal-sheet.js';

/** What is to be kept. */
export interface Source {
  /** Addresses of the databases, by name, as whoever owns them. */
  readonly databases: Readonly<Record<string, string>>;
  /**
   * The private cluster, seen from its own database; null: a given server, of which one database is dumped.
   */
  readonly cluster: { readonly adminUrl: string } | null;
  /** Folder of the photos. */
  readonly photos: string;
  /** 64 hexadecimal digits, null: there is none. */
  readonly sealKey: string | null;
  /** False: the databases have an older shape, and are not counted. */
  readonly counted?: boolean;
}

/** Makes a backup; it counts from the moment its manifest lies there. */
export async function makeBackup(source: Source, folder: BackupFolder, now: () => Date): Promise<Manifest> {
  const began = now();
  const name = began.toISOString().replace(/[:.]/g, '-');
  const counts: Manifest['counts'] = {};
  const schema: Manifest['schema'] = {};
  for (const [database, url] of Object.entries(source.databases)) {
    schema[database] = await schemaVersion(url);
    if (source.counted === false) continue;
    const opened = openDatabase(await serverUrl(url));
    counts[database] = await countRecord(opened).finally(() => opened.end());
  }
  const [main] = Object.values(source.databases);
  if (main === undefined) throw new Fault('There is nothing to back up yet: start Petrichor first.');
  const about = await aboutServer(source.cluster?.adminUrl ?? main);
  needDisk(folder.path, Math.ceil(about.bytes / 1e6 / 2) + 50, 'the backup');
  try {
    const data = source.cluster
      ? await putOutput(
          folder,
          `backups/${name}/base.tar`,
          'pg_basebackup',
          ['-D', '-', '-Ft', '-X', 'fetch', '--checkpoint=fast', '--no-password'],
          source.cluster.adminUrl,
        )
      : await putOutput(
          folder,
          `backups/${name}/database.dump`,
          'pg_dump',
          ['-Fc', '-Z0', '--no-password'],
          main,
        );
    // After the data: a photo lies there before its row does, so that every row has its photo.
    await keepPhotos(source.photos, folder);
    const manifest: Manifest = {
      format: 'petrichor-backup',
      version: 1,
      name,
      at: now().toISOString(),
      kind: source.cluster ? 'cluster' : 'dump',
      program: programVersion(),
      schema,
      postgres: about.version,
      data,
      logFrom: source.cluster ? about.logFile : null,
      counts,
      photos: keptPhotos(folder).length,
      sealKey: source.sealKey === null ? null : sealPrint(source.sealKey),
      seconds: (now().getTime() - began.getTime()) / 1000,
    };
    folder.writeManifest(manifest);
    return manifest;
  } catch (error) {
    rmSync(join(folder.path, 'backups', name), { recursive: true, force: true });
    throw error;
  }
}

/**
 * Removes whole backups beyond the newest `keep`, and what of the log only they needed. One that was checked
 * good always stays.
 */
export function dropOld(folder: BackupFolder, keep: number): string[] {
  const all = folder.manifests();
  const lastGood = all.findLast(({ name }) => folder.verified(name)?.good === true)?.name;
  const old = all.slice(0, Math.max(0, all.length - keep)).filter(({ name }) => name !== lastGood);
  for (const { name } of old) rmSync(join(folder.path, 'backups', name), { recursive: true, force: true });
  const oldest = folder.manifests().flatMap(({ logFrom }) => logFrom ?? [])[0];
  if (old.length > 0 && oldest !== undefined) dropLog(folder, oldest);
  return old.map(({ name }) => name);
}

/** What a program of PostgreSQL writes to its output, put into the folder. */
async function putOutput(
  folder: BackupFolder,
  name: string,
  program: string,
  args: readonly string[],
  url: string,
): Promise<Manifest['data']> {
  const { password, bare } = withoutPassword(url);
  const child = spawn(pgProgram(program), [...args, '-d', bare], {
    // Not among the arguments, which everybody on this machine may read.
    env: { ...process.env, PGPASSWORD: password },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let told = '';
  child.stderr.on('data', (chunk: Buffer) => (told += chunk.toString()));
  const ended = new Promise<number>((done, failed) => {
    child.once('error', failed);
    child.once('close', (code) => done(code ?? 1));
  });
  // What it wrote counts only once it has ended well.
  const whole = Readable.from(
    (async function* () {
      for await (const chunk of child.stdout) yield chunk as Uint8Array;
      if ((await ended) !== 0) throw new Fault(`The backup was not made: ${sayWhy(told)}.`);
    })(),
  );
  try {
    return await folder.put(name, whole);
  } finally {
    child.kill();
  }
}

const sayWhy = (told: string): string =>
  /row-level security/.test(told)
    ? 'the account of DATABASE_URL may not read all workshops at once. Let it, as a superuser: alter role NAME bypassrls'
    : /server version mismatch/.test(told)
      ? 'the server is newer than the pg_dump that is here. Install its postgresql-client'
      : lastLines(told, 2);

function withoutPassword(url: string): { password: string; bare: string } {
  const parsed = new URL(url);
  const password = decodeURIComponent(parsed.password);
  parsed.password = '';
  return { password, bare: parsed.href };
}

async function aboutServer(url: string): Promise<{ version: string; bytes: number; logFile: string }> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query<{ version: string; bytes: string; logFile: string }>(
      `select current_setting('server_version') as version, (select sum(pg_database_size(oid)) from pg_database where datallowconn)::text as bytes,
         pg_walfile_name(pg_current_wal_lsn()) as "logFile"`,
    );
    return { ...sure(rows[0]), bytes: Number(sure(rows[0]).bytes) };
  } finally {
    await client.end();
  }
}

const programVersion = (): string =>
  (JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as { version: string }).version;
