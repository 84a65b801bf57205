import { sure } from '@petrichor/core/units';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Fault } from '../fault.js';
import { run, type Ran } from '../run.js';

const BIN = '/usr/lib/postgresql/15/bin';

/** Debian's PostgreSQL, by the program's name. */
export const pgProgram = (name: string): string => join(BIN, name);
/** Who owns everything in a private cluster. */
export const CLUSTER_USER = 'petrichor';

/** Who PostgreSQL's programs run as. */
export interface Owner {
  readonly uid: number;
  readonly gid: number;
}

/**
 * As root they run under Debian's `postgres` account, since PostgreSQL refuses root; null: as whoever we are.
 */
export async function clusterOwner(): Promise<Owner | null> {
  if (process.getuid?.() !== 0) return null;
  const [uid, gid] = await Promise.all(['-u', '-g'].map((what) => run('id', [what, 'postgres'])));
  if (sure(uid).code !== 0)
    throw new Fault(
      "Debian's account 'postgres' is missing, and PostgreSQL does not run as root. Reinstall postgresql-15, or set DATABASE_URL to a server.",
    );
  return { uid: Number(sure(uid).output), gid: Number(sure(gid).output) };
}

export const pgCtl = (owner: Owner | null, args: readonly string[]): Promise<Ran> =>
  run(pgProgram('pg_ctl'), args, { ...owner, cwd: '/' });

/** What a process was started with; '': there is none of that number. */
export function commandLine(pid: string): string {
  try {
    return readFileSync(`/proc/${Number(pid)}/cmdline`, 'utf8');
  } catch {
    return '';
  }
}

export const lastLines = (text: string, count: number): string =>
  text.trim().split('\n').slice(-count).join(' / ').replace(/\.$/, '');
