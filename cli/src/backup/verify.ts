import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import {
  checkRecord,
  migrate,
  openDatabase,
  schemaVersion,
  serverUrl,
  type RecordCheck,
} from '@petrichor/server';
import { Fault } from '../fault.js';
import { clusterOwner, pgCtl } from '../setup/pg-programs.js';
import { startCluster, type Cluster } from '../setup/postgres.js';
import type { BackupFolder, Manifest, Verified } from './folder.js';
import { readKeptPhoto } from './photos.js';
import { restoreCluster, restoreDump } from './restore.js';

export interface Verification extends Verified {
  readonly manifest: Manifest;
  readonly asOf: Date | null;
  /** What was found, by database. */
  readonly found: Readonly<Record<string, RecordCheck>>;
}

const MOST_TOLD = 20;
const DUMPED = 'petrichor';

/**
 * Restores a backup into a cluster that is thrown away, replays every job, and compares everything that is
 * kept beside the events, every photo and every count.
 *
 * @param scratch a folder for it; whatever an earlier check left there is removed
 */
export async function verifyBackup(
  folder: BackupFolder,
  manifest: Manifest,
  scratch: string,
  until: Date | null,
  now: () => Date,
): Promise<Verification> {
  const began = now();
  await clearScratch(scratch);
  const faults: string[] = [];
  const found: Record<string, RecordCheck> = {};
  let asOf: Date | null = null;
  let cluster: Cluster | null = null;
  const end = async (): Promise<void> => {
    await cluster?.stop();
    await clearScratch(scratch);
  };
  // Somebody ends us in the midst of it: what was made for it goes with us.
  const broken = (): void => void end().finally(() => process.exit(143));
  process.once('SIGTERM', broken).once('SIGINT', broken);
  try {
    if (manifest.kind === 'cluster') {
      const restored = await restoreCluster(folder, manifest, scratch, until, 'scratch');
      faults.push(...restored.warnings);
      asOf = restored.asOf;
      cluster = await startCluster(scratch);
    } else {
      mkdirSync(scratch, { recursive: true, mode: 0o755 });
      cluster = await startCluster(scratch);
      await restoreDump(folder, manifest, await cluster.database(DUMPED));
    }
    for (const [name, had] of Object.entries(manifest.schema)) {
      const here = manifest.kind === 'dump' ? DUMPED : name;
      if (!(await cluster.names()).includes(here)) {
        faults.push(`The database ${here} is missing.`);
        continue;
      }
      const url = await cluster.database(here);
      const shape = await schemaVersion(url);
      if (shape < had) faults.push(`The database ${here} has shape ${shape}; it had ${had}.`);
      await migrate(url);
      const database = openDatabase(await serverUrl(url));
      const check = await checkRecord(database, (hash) => readKeptPhoto(folder, hash)).finally(() =>
        database.end(),
      );
      found[name] = check;
      faults.push(...check.faults.slice(0, MOST_TOLD));
      if (check.faultCount > MOST_TOLD) faults.push(`And ${check.faultCount - MOST_TOLD} more.`);
      for (const [what, count] of Object.entries(manifest.counts[name] ?? {}) as [keyof typeof SAY, number][])
        if (check[what] < count)
          faults.push(
            `There are ${check[what]} ${SAY[what]} in ${here}; when the backup was made there were ${count}.`,
          );
    }
  } catch (error) {
    faults.push(
      error instanceof Fault ? error.message : `It could not be brought back: ${(error as Error).message}.`,
    );
  } finally {
    process.off('SIGTERM', broken).off('SIGINT', broken);
    await end();
  }
  const at = now();
  return {
    at: at.toISOString(),
    good: faults.length === 0,
    faults,
    seconds: (at.getTime() - began.getTime()) / 1000,
    manifest,
    asOf,
    found,
  };
}

const SAY = {
  jobs: 'jobs',
  events: 'events',
  moves: 'stock moves',
  photos: 'photos',
  guideVersions: 'versions of guides',
  accounts: 'accounts',
} as const;

/** Stops what still runs there, and removes the folder. */
async function clearScratch(scratch: string): Promise<void> {
  if (!existsSync(scratch)) return;
  const data = join(scratch, 'data');
  if (existsSync(join(data, 'postmaster.pid')))
    await pgCtl(await clusterOwner(), ['-D', data, '-m', 'immediate', '-w', 'stop']);
  rmSync(scratch, { recursive: true, force: true });
}
