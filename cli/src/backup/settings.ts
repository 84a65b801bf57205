import { existsSync, readFileSync } from 'node:fs';
import { isAbsolute, join, resolve } from 'node:path';
import { Fault } from '../fault.js';
import { STATE } from '../paths.js';

/** Read by the server, too, which tells it to whoever looks. */
export const BACKUP_STATE = join(STATE, 'backup-state.json');
export const CLUSTER = join(STATE, 'postgres');
export const SCRATCH = join(STATE, 'verify');

export const photoFolder = (): string => process.env['PETRICHOR_PHOTOS'] ?? join(STATE, 'photos');

/** 64 hexadecimal digits, null: none was made yet. */
export function sealKey(): string | null {
  const given = process.env['PETRICHOR_SEAL_KEY'];
  if (given) return given;
  const file = join(STATE, 'seal-key');
  return existsSync(file) ? readFileSync(file, 'utf8') : null;
}

/** What the running program does by itself; null: nothing. */
export interface NightlySettings {
  readonly folder: string;
  readonly hour: number;
  readonly minute: number;
  readonly keep: number;
}

export function nightlySettings(environment: NodeJS.ProcessEnv): NightlySettings | null {
  const folder = environment['PETRICHOR_BACKUP'];
  if (!folder) return null;
  if (!isAbsolute(folder))
    throw new Fault(
      `PETRICHOR_BACKUP is '${folder}'; it has to be a whole path, like /media/backup/petrichor.`,
      2,
    );
  const at = environment['PETRICHOR_BACKUP_AT'] ?? '02:10';
  const found = /^([01]?\d|2[0-3]):([0-5]\d)$/.exec(at);
  if (!found) throw new Fault(`PETRICHOR_BACKUP_AT is '${at}'; it has to be a time of day, like 02:10.`, 2);
  const keep = Number(environment['PETRICHOR_BACKUP_KEEP'] ?? 7);
  if (!Number.isInteger(keep) || keep < 1 || keep > 1000)
    throw new Fault(
      `PETRICHOR_BACKUP_KEEP is '${environment['PETRICHOR_BACKUP_KEEP']}'; it has to be a number from 1 to 1000.`,
      2,
    );
  return { folder, hour: Number(found[1]), minute: Number(found[2]), keep };
}

/** A folder as it was typed, from where it was typed. */
export const typedPath = (path: string): string =>
  resolve(process.env['PETRICHOR_CWD'] ?? process.cwd(), path);

/** A moment as a person types it, in the machine's time unless it says otherwise. */
export function momentOf(text: string): Date {
  const at = new Date(/^\d{4}-\d\d-\d\d \d/.test(text) ? text.replace(' ', 'T') : text);
  if (!/^\d{4}-\d\d-\d\d/.test(text) || Number.isNaN(at.getTime()))
    throw new Fault(`'${text}' is no moment. Write it like "2026-11-27 14:05".`, 2);
  return at;
}
