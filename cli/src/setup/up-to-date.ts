import { join } from 'node:path';
import { migrate, NewerDatabase, pendingMigrations, schemaVersion } from '@petrichor/server';
import { BackupFolder } from '../backup/folder.js';
import { keysFrom } from '../backup/locks.js';
import { dropOld, makeBackup, type Source } from '../backup/make.js';
import { nightlySettings } from '../backup/settings.js';
import { Fault, say } from '../fault.js';
import { STATE } from '../paths.js';

/** Backups that a change of the database's shape makes by itself, where no folder is set up. */
const BEFORE = join(STATE, 'before-upgrade');
const KEPT = 3;

/**
 * Brings a database up to date. What would change is said before, and a backup is made first; a database of a
 * newer Petrichor is left as it is.
 *
 * @param backedUp false: whoever starts it has one of their own
 */
export async function bringUpToDate(databaseUrl: string, source: Source, backedUp = true): Promise<void> {
  try {
    const shape = await schemaVersion(databaseUrl);
    const pending = pendingMigrations(shape);
    if (shape > 0 && pending.length > 0) {
      say(
        `This Petrichor changes the shape of the database: ${pending.map(({ number, words }) => `${number} ${words}`).join(', ')}.`,
      );
      if (backedUp) await backUpFirst(source);
    }
    const applied = await migrate(databaseUrl);
    if (applied.length > 0) say(`Database brought up to date: ${applied.join(', ')}.`);
  } catch (error) {
    if (error instanceof Fault) throw error;
    if (error instanceof NewerDatabase) throw new Fault(error.message);
    throw new Fault(
      `The database cannot be used: ${(error as Error).message || (error as { code?: string }).code}. Check DATABASE_URL and that its account may create tables and roles.`,
    );
  }
}

/** For a command that changes no shapes: the database has to be as this Petrichor makes it. */
export async function mustBeUpToDate(databaseUrl: string): Promise<void> {
  const shape = await schemaVersion(databaseUrl);
  if (shape === 0)
    throw new Fault('There is nobody here yet. Start Petrichor first: it asks for the first account.');
  if (pendingMigrations(shape).length > 0)
    throw new Fault(
      'This database is of an older Petrichor. Start this one first: it makes a backup and brings the database up to date.',
    );
  // Roles and grants; a newer database is refused.
  await migrate(databaseUrl).catch((error: unknown) => {
    throw error instanceof NewerDatabase ? new Fault(error.message) : error;
  });
}

async function backUpFirst(source: Source): Promise<void> {
  const nightly = nightlySettings(process.env);
  const path = nightly?.folder ?? BEFORE;
  say(`A backup is made first, in ${path} ...`);
  try {
    const folder = await BackupFolder.open(path, keysFrom(process.env), true);
    await makeBackup({ ...source, counted: false }, folder, () => new Date());
    if (!nightly) dropOld(folder, KEPT);
  } catch (error) {
    throw new Fault(
      `The backup that goes before a change of the database could not be made, so nothing was changed. ${(error as Error).message} If you have a backup of your own, start with --without-backup.`,
    );
  }
}
