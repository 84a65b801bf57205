import { chownSync, existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Owner } from './pg-programs.js';

/**
 * PostgreSQL hands over each finished piece of its log (write-ahead log) by this, in its data folder: $1 is
 * where it lies, $2 its name. Kept compressed beside the data until somebody takes it away, and only while
 * somebody wants it: the folder would grow without end. How timelines hang together is a line each, and
 * always kept.
 */
const KEEP = `#!/bin/sh
set -eu
case "$2" in
  *.history) ;;
  *.backup) exit 0 ;;
  *) [ -e ../log/wanted ] || exit 0 ;;
esac
gzip -1n <"$1" >"../log/$2.part"
sync "../log/$2.part"
mv "../log/$2.part" "../log/$2.gz"
`;

/**
 * While a cluster is restored, it asks for the pieces of its log by this: $1 is the name, $2 where to put it.
 */
const FETCH = `#!/bin/sh
set -eu
gunzip -c <"../fetched/$1.gz" >"$2"
`;

/** A piece is handed over a minute after something was written, full or not: so exact is a restore. */
const PIECE_S = 60;

/** Settings of the server, as pg_ctl takes them. */
export const LOG_SETTINGS = `-c archive_mode=on -c archive_timeout=${PIECE_S} -c archive_command='sh ../keep-log %p %f' -c wal_keep_size=512MB`;
export const FETCH_SETTINGS = "-c restore_command='sh ../fetch-log %f %p' -c recovery_target_timeline=latest";

/** @param folder of a private cluster: `data` lies in it */
export function writeLogScripts(folder: string, owner: Owner | null): void {
  const log = logFolder(folder);
  mkdirSync(log, { recursive: true, mode: 0o700 });
  writeFileSync(join(folder, 'keep-log'), KEEP, { mode: 0o755 });
  writeFileSync(join(folder, 'fetch-log'), FETCH, { mode: 0o755 });
  if (owner) chownSync(log, owner.uid, owner.gid);
}

/** Where finished pieces of the log wait to be taken away. */
export const logFolder = (folder: string): string => join(folder, 'log');

/** Says whether anybody takes the log away. */
export function wantLog(folder: string, wanted: boolean): void {
  const mark = join(logFolder(folder), 'wanted');
  if (wanted) writeFileSync(mark, '');
  else if (existsSync(mark)) rmSync(mark);
}
