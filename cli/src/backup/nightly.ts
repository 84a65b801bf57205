import { sure } from '@petrichor/core/units';
import { spawn } from 'node:child_process';
import { setPriority } from 'node:os';
import type { BackupState } from '@petrichor/api';
import { Fault, say } from '../fault.js';
import { wantLog } from '../setup/pg-log.js';
import { rest, runningChild, type Running } from '../setup/supervise.js';
import { BackupFolder } from './folder.js';
import { keysFrom } from './locks.js';
import { takeLog } from './log.js';
import { keepPhotos } from './photos.js';
import { BACKUP_STATE, CLUSTER, photoFolder, type NightlySettings } from './settings.js';
import { noteBackup, readBackupState } from './state.js';

/** So often what was written since is taken away. */
const TAKE_MS = 30_000;
/** A backup that failed is tried again after this long. */
const AGAIN_MS = 3_600_000;
/** Photos are looked for by when their folder changed; clocks of file systems are coarse. */
const SLACK_MS = 60_000;

/** The last moment a nightly backup should have been made. */
export function lastDue({ hour, minute }: Pick<NightlySettings, 'hour' | 'minute'>, now: Date): Date {
  const due = new Date(now);
  due.setHours(hour, minute, 0, 0);
  if (due > now) due.setDate(due.getDate() - 1);
  return due;
}

export const isDue = (settings: NightlySettings, { made, failed }: BackupState, now: Date): boolean =>
  (made === null || new Date(made.at) < lastDue(settings, now)) &&
  (failed === null || now.getTime() - new Date(failed.at).getTime() > AGAIN_MS);

/** Nothing is set up: nobody takes the log away, and the server says so. */
export function noNightly(): void {
  wantLog(CLUSTER, false);
  noteBackup(BACKUP_STATE, { folder: null, nightlyAt: null, logAt: null, failed: null });
}

/**
 * Backs up every night and tries it, and takes what is written in between away as it comes. It works in
 * programs of its own, so that neither a large backup nor a broken one is felt at the bench.
 */
export function startNightly(settings: NightlySettings, own: boolean): Running {
  const over = new AbortController();
  const before = readBackupState(BACKUP_STATE);
  const at = `${String(settings.hour).padStart(2, '0')}:${String(settings.minute).padStart(2, '0')}`;
  noteBackup(BACKUP_STATE, {
    folder: settings.folder,
    nightlyAt: at,
    ...(before.folder === settings.folder ? {} : { made: null, checked: null, failed: null, logAt: null }),
  });
  if (own) wantLog(CLUSTER, true);
  const ended = keepBackingUp(settings, own, over.signal).then(() => 'stopped');
  return {
    ended,
    async stop() {
      over.abort();
      await ended;
    },
  };
}

async function keepBackingUp(settings: NightlySettings, own: boolean, over: AbortSignal): Promise<void> {
  let told = '';
  let lookedAt = 0;
  let folder: BackupFolder | null = null;
  const tell = (sentence: string): void => {
    if (sentence !== told) say(sentence);
    told = sentence;
  };
  for (; !over.aborted; await rest(TAKE_MS, over)) {
    try {
      if (isDue(settings, readBackupState(BACKUP_STATE), new Date())) await backUpAndTry(settings, over);
      if (over.aborted) return;
      // Opened once: a passphrase takes a second, and is meant to. After a fault it is looked at anew.
      folder ??= await openNightly(settings);
      const looked = Date.now();
      await keepPhotos(photoFolder(), folder, lookedAt - SLACK_MS);
      lookedAt = looked;
      if (!own) continue;
      await takeLog(CLUSTER, folder, () => new Date());
      const { made } = readBackupState(BACKUP_STATE);
      const isMade = made !== null && new Date(made.at) >= lastDue(settings, new Date());
      noteBackup(BACKUP_STATE, { logAt: new Date().toISOString(), ...(isMade ? { failed: null } : {}) });
      told = '';
    } catch (error) {
      folder = null;
      const sentence = (error as Error).message;
      tell(`The backup stands still: ${sentence}`);
      noteBackup(BACKUP_STATE, { failed: { at: new Date().toISOString(), sentence } });
    }
  }
}

/**
 * The folder of the nightly backup. One that held backups and does not any more is not made anew: where its
 * disk is not connected, that would fill this one, and nobody would notice.
 */
export async function openNightly({ folder }: Pick<NightlySettings, 'folder'>): Promise<BackupFolder> {
  const { made, folder: before } = readBackupState(BACKUP_STATE);
  const opened = await BackupFolder.open(folder, keysFrom(process.env), made === null || before !== folder);
  if (made !== null && before === folder && opened.manifests().length === 0) throw new Fault(GONE(folder));
  return opened;
}

const GONE = (folder: string): string =>
  `The backups that were in ${folder} are gone. Is its disk connected? If they are meant to be, begin anew with ./petrichor backup ${folder}`;

async function backUpAndTry(settings: NightlySettings, over: AbortSignal): Promise<void> {
  if (!(await ownProgram(['backup'], over)) || over.aborted) return;
  const folder = await BackupFolder.open(settings.folder, keysFrom(process.env), false);
  // Locked for a key that is kept elsewhere: somebody who has it tries it there.
  if (folder.canRead) await ownProgram(['verify', settings.folder], over);
}

/** Runs one of our own commands, after everybody who works here. True: it ended well. */
async function ownProgram(args: readonly string[], over: AbortSignal): Promise<boolean> {
  const child = spawn(process.execPath, [...process.execArgv, sure(process.argv[1]), ...args], {
    stdio: ['ignore', 'ignore', 'inherit'],
    detached: true,
  });
  if (child.pid !== undefined) setPriority(child.pid, 10);
  const running = runningChild(child);
  const stop = (): void => void running.stop();
  over.addEventListener('abort', stop);
  const how = await running.ended;
  over.removeEventListener('abort', stop);
  return how === 'exit code 0';
}
