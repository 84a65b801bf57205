import { sure } from '@petrichor/core/units';
import { chmodSync, existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { migrate, schemaVersion } from '@petrichor/server';
import { BackupFolder } from '../backup/folder.js';
import { keysFrom } from '../backup/locks.js';
import { takeLog } from '../backup/log.js';
import { openNightly } from '../backup/nightly.js';
import { dropOld, makeBackup, type Source } from '../backup/make.js';
import { backupFor, endSessions, restoreCluster, restoreDump, restorePhotos } from '../backup/restore.js';
import { readSealSheet, sealPrint, sealSheet } from '../backup/seal-sheet.js';
import {
  BACKUP_STATE,
  CLUSTER,
  momentOf,
  nightlySettings,
  photoFolder,
  SCRATCH,
  sealKey,
  typedPath,
} from '../backup/settings.js';
import { noteBackup } from '../backup/state.js';
import { verifyBackup } from '../backup/verify.js';
import { Fault, say } from '../fault.js';
import { STATE } from '../paths.js';
import { needDisk } from '../setup/disk.js';
import { commandLine } from '../setup/pg-programs.js';
import { startCluster } from '../setup/postgres.js';

const now = (): Date => new Date();
const MB = (bytes: number): string => `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;
const USE_BACKUP = 'Use: ./petrichor backup [FOLDER], or ./petrichor backup --seal-key FILE.';
const USE_RESTORE = 'Use: ./petrichor restore FOLDER [--until "2026-11-27 14:05"] [--seal-key FILE].';
const USE_VERIFY = 'Use: ./petrichor verify FOLDER [--until "2026-11-27 14:05"].';

/** `backup [FOLDER]`: everything of the shop into a folder, beside the running program or without it. */
export async function backup(args: readonly string[]): Promise<void> {
  const { rest, options } = read(args, ['--seal-key'], USE_BACKUP);
  if (options['--seal-key'] !== undefined) {
    if (rest.length > 0) throw new Fault(USE_BACKUP, 2);
    return writeSheet(typedPath(options['--seal-key']));
  }
  const nightly = nightlySettings(process.env);
  if (rest.length > 1 || (rest.length === 0 && !nightly))
    throw new Fault(`${USE_BACKUP} Without PETRICHOR_BACKUP, a folder has to be named.`, 2);
  const path = rest[0] === undefined ? sure(nightly).folder : typedPath(rest[0]);
  const isNightly = path === nightly?.folder;
  try {
    // Named by hand, an empty folder may become one of backups.
    const folder =
      rest[0] === undefined
        ? await openNightly(sure(nightly))
        : await BackupFolder.open(path, keysFrom(process.env), true);
    const made = await withSource((source) => makeBackup(source, folder, now));
    if (isNightly) {
      await takeLog(CLUSTER, folder, now);
      for (const name of dropOld(folder, nightly.keep))
        say(`Removed the backup ${name}: ${nightly.keep} are kept.`);
    }
    if (isNightly || nightly === null)
      noteBackup(BACKUP_STATE, {
        made: { at: made.at, seconds: made.seconds, bytes: made.data.bytes },
        failed: null,
      });
    tellMade(made, folder.isLocked, path);
  } catch (error) {
    if (isNightly)
      noteBackup(BACKUP_STATE, { failed: { at: now().toISOString(), sentence: (error as Error).message } });
    throw error;
  }
}

function tellMade(made: Awaited<ReturnType<typeof makeBackup>>, isLocked: boolean, path: string): void {
  const all = Object.values(made.counts);
  const jobs = all.reduce((sum, one) => sum + one.jobs, 0);
  const events = all.reduce((sum, one) => sum + one.events, 0);
  console.log(
    `Backed up ${jobs} jobs (${events} events) and ${made.photos} photos in ${made.seconds.toFixed(1)} s: ${MB(made.data.bytes)}${isLocked ? ', locked' : ''}, in ${path}.`,
  );
  if (!isLocked)
    say(
      'It is not locked: whoever has the folder reads every job. Set PETRICHOR_BACKUP_PASSPHRASE for a locked one.',
    );
  if (made.sealKey !== null)
    say(
      'The key of the sealed notes is not in it. Print it once, and keep it elsewhere: ./petrichor backup --seal-key FILE',
    );
}

/** `verify FOLDER`: brings the last backup back on trial, and compares everything. */
export async function verify(args: readonly string[]): Promise<void> {
  const { rest, options } = read(args, ['--until'], USE_VERIFY);
  if (rest.length !== 1) throw new Fault(USE_VERIFY, 2);
  const path = typedPath(sure(rest[0]));
  const folder = await (await BackupFolder.open(path, keysFrom(process.env), false)).mustRead();
  const until = options['--until'] === undefined ? null : momentOf(options['--until']);
  const manifest = backupFor(folder, until);
  needDisk(STATE, Math.ceil((manifest.data.plainBytes * 1.2) / 1e6), 'the trial');
  const found = await verifyBackup(folder, manifest, SCRATCH, until, now);
  const { at, good, faults, seconds } = found;
  folder.writeVerified(manifest.name, { at, good, faults: [...faults], seconds });
  const nightly = nightlySettings(process.env);
  if (path === nightly?.folder || nightly === null)
    noteBackup(BACKUP_STATE, { checked: { at, good, faults: faults.slice(0, 5), seconds } });
  for (const [name, one] of Object.entries(found.found))
    console.log(
      `${name}: ${one.jobs} jobs replayed, ${one.events} events, ${one.moves} stock moves, ${one.photos} photos compared; ${one.faultCount} differences.`,
    );
  if (!good)
    throw new Fault(
      `The backup of ${manifest.at} does not come back whole:\n${faults.map((one) => `  ${one}`).join('\n')}`,
    );
  console.log(
    `The backup of ${manifest.at} comes back whole${found.asOf ? `, with everything up to ${found.asOf.toISOString()}` : ''}. It took ${seconds.toFixed(1)} s.`,
  );
}

/** `restore FOLDER`: onto this machine. What is here is put aside, never overwritten. */
export async function restore(args: readonly string[]): Promise<void> {
  const { rest, options } = read(args, ['--until', '--seal-key'], USE_RESTORE);
  if (rest.length !== 1) throw new Fault(USE_RESTORE, 2);
  const folder = await (
    await BackupFolder.open(typedPath(sure(rest[0])), keysFrom(process.env), false)
  ).mustRead();
  const until = options['--until'] === undefined ? null : momentOf(options['--until']);
  const manifest = backupFor(folder, until);
  const key =
    options['--seal-key'] === undefined
      ? null
      : readSealSheet(readFileSync(typedPath(options['--seal-key']), 'utf8'));
  if (key !== null && manifest.sealKey !== null && sealPrint(key) !== manifest.sealKey)
    throw new Fault(
      'That key is not the one the sealed notes of this backup were sealed with. Nothing was changed.',
      2,
    );
  const began = now();
  const asOf =
    manifest.kind === 'cluster'
      ? await restoreHere(folder, manifest, until)
      : await restoreIntoGiven(folder, manifest);
  const { brought, lost } = await restorePhotos(folder, photoFolder());
  if (lost.length > 0)
    say(`${lost.length} photos are missing or broken in the backup: ${lost.slice(0, 3).join(', ')}.`);
  putSealKey(key, manifest.sealKey);
  console.log(
    `Restored ${asOf ? `to ${asOf.toISOString()}` : `as of the backup of ${manifest.at}`}, ${brought} photos brought, in ${((now().getTime() - began.getTime()) / 1000).toFixed(1)} s. Everybody signs in anew. Start with: ./petrichor start`,
  );
}

async function restoreHere(
  folder: BackupFolder,
  manifest: ReturnType<typeof backupFor>,
  until: Date | null,
): Promise<Date | null> {
  if (process.env['DATABASE_URL'])
    throw new Fault(
      'This is a backup of the private database: it goes into this checkout, not into DATABASE_URL. Unset that and try again.',
      2,
    );
  const data = join(CLUSTER, 'data');
  const pidFile = join(data, 'postmaster.pid');
  const [pid = ''] = existsSync(pidFile) ? readFileSync(pidFile, 'utf8').split('\n') : [];
  if (pid !== '' && commandLine(pid).includes(data))
    throw new Fault('Petrichor runs here. Stop it (Ctrl-C, or systemctl stop petrichor), then restore.');
  const stamp = now().toISOString().replace(/[:.]/g, '-');
  const aside = `${data}.before-${stamp}`;
  const there = existsSync(data);
  if (there) renameSync(data, aside);
  try {
    const { asOf, warnings } = await restoreCluster(folder, manifest, CLUSTER, until);
    for (const one of warnings) say(one);
    if (there) say(`What was here lies in ${aside}. Remove it once you have seen that all is well.`);
    const cluster = await startCluster(CLUSTER);
    try {
      for (const name of await cluster.names()) {
        const url = await cluster.database(name);
        if ((await schemaVersion(url)) > 0) await endSessions(url);
      }
    } finally {
      await cluster.stop();
    }
    return asOf;
  } catch (error) {
    // As it was: a restore that fails costs nothing.
    if (existsSync(data)) renameSync(data, `${data}.failed-${stamp}`);
    if (there) renameSync(aside, data);
    throw error;
  }
}

async function restoreIntoGiven(folder: BackupFolder, manifest: ReturnType<typeof backupFor>): Promise<null> {
  const given = process.env['DATABASE_URL'];
  const cluster = given ? null : await startCluster(CLUSTER);
  try {
    const url = given ?? (await sure(cluster).database('petrichor'));
    if ((await schemaVersion(url)) > 0)
      throw new Fault(
        'The database holds something already. Name an empty one with DATABASE_URL; nothing was changed.',
        2,
      );
    await restoreDump(folder, manifest, url);
    await migrate(url);
    await endSessions(url);
    return null;
  } finally {
    await cluster?.stop();
  }
}

/**
 * The key of the sealed notes goes where the server looks for it; one that is there and another stays beside
 * it.
 */
function putSealKey(key: string | null, wanted: string | null): void {
  const file = join(STATE, 'seal-key');
  const here = sealKey();
  if (wanted === null || (here !== null && sealPrint(here) === wanted)) return;
  if (key === null) {
    say(
      'The sealed notes of this backup stay shut: bring their key, with --seal-key FILE and the sheet it was printed on.',
    );
    return;
  }
  if (existsSync(file)) renameSync(file, `${file}.before-${now().toISOString().replace(/[:.]/g, '-')}`);
  writeFileSync(file, key, { mode: 0o600 });
}

function writeSheet(file: string): void {
  const key = sealKey();
  if (key === null)
    throw new Fault('There is no key of sealed notes yet. Start Petrichor once, then print it.');
  writeFileSync(file, sealSheet(key, now()), { mode: 0o600, flag: 'wx' });
  chmodSync(file, 0o600);
  console.log(
    `The key of the sealed notes is in ${file}. Print it or put it on another medium, keep it apart from the backups, and remove this file.`,
  );
}

/** Everything that a backup holds: of the private cluster, or of the server that DATABASE_URL names. */
async function withSource<T>(work: (source: Source) => Promise<T>): Promise<T> {
  const given = process.env['DATABASE_URL'];
  if (given) return work({ databases: { given }, cluster: null, photos: photoFolder(), sealKey: sealKey() });
  if (!existsSync(join(CLUSTER, 'data')))
    throw new Fault('There is nothing to back up yet: start Petrichor first.');
  const cluster = await startCluster(CLUSTER);
  try {
    const databases: Record<string, string> = {};
    for (const name of await cluster.names()) {
      const url = await cluster.database(name);
      if ((await schemaVersion(url)) > 0) databases[name] = url;
    }
    return await work({
      databases,
      cluster: { adminUrl: cluster.adminUrl },
      photos: photoFolder(),
      sealKey: sealKey(),
    });
  } finally {
    await cluster.stop();
  }
}

function read(args: readonly string[], known: readonly string[], use: string) {
  const rest: string[] = [];
  const options: Record<string, string> = {};
  for (let at = 0; at < args.length; at++) {
    const one = sure(args[at]);
    if (!one.startsWith('--')) rest.push(one);
    else if (known.includes(one) && args[at + 1] !== undefined) options[one] = sure(args[++at]);
    else throw new Fault(use, 2);
  }
  return { rest, options };
}
