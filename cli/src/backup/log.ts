import { createHash } from 'node:crypto';
import {
  appendFileSync,
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
} from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import * as z from 'zod';
import { Fault } from '../fault.js';
import { logFolder } from '../setup/pg-log.js';
import type { BackupFolder } from './folder.js';

/** A piece of the log in the folder. What it was called by PostgreSQL is its name. */
const PieceSchema = z.object({
  name: z.string(),
  sha256: z.string(),
  bytes: z.number().int(),
  at: z.iso.datetime(),
});
export type Piece = z.infer<typeof PieceSchema>;

/**
 * 24 hexadecimal digits: timeline, then where it lies in the log; `.history` says how timelines hang
 * together.
 */
const NAME = /^([0-9A-F]{24}(\.partial)?|[0-9A-F]{8}\.history)$/;
const indexOf = (folder: BackupFolder): string => join(folder.path, 'log', 'index.jsonl');

/** Pieces that the folder has, by name. A line that was cut off by a power failure is no line. */
export function pieces(folder: BackupFolder): Map<string, Piece> {
  const index = indexOf(folder);
  if (!existsSync(index)) return new Map();
  const found = readFileSync(index, 'utf8')
    .split('\n')
    .flatMap((line) => {
      try {
        const piece = PieceSchema.safeParse(JSON.parse(line));
        return piece.success ? [piece.data] : [];
      } catch {
        return [];
      }
    });
  return new Map(found.map((piece) => [piece.name, piece]));
}

/** Takes what PostgreSQL has laid down into the folder, and only then away from where it lay. */
export async function takeLog(clusterFolder: string, folder: BackupFolder, now: () => Date): Promise<number> {
  const spool = logFolder(clusterFolder);
  if (!existsSync(spool)) return 0;
  const waiting = readdirSync(spool)
    .filter((name) => name.endsWith('.gz') && NAME.test(name.slice(0, -3)))
    .sort();
  if (waiting.length === 0) return 0;
  const known = pieces(folder);
  mkdirSync(join(folder.path, 'log'), { recursive: true, mode: 0o700 });
  let taken = 0;
  for (const file of waiting) {
    const name = file.slice(0, -3);
    const path = join(spool, file);
    const before = known.get(name);
    const sha256 = createHash('sha256').update(readFileSync(path)).digest('hex');
    if (before && before.sha256 !== sha256)
      throw new Fault(
        `Another server writes its log into ${folder.path} (${name} is there with other content). Give each its own folder of backups.`,
      );
    if (!before) {
      const { bytes } = await folder.put(`log/${file}`, createReadStream(path), { packed: true });
      appendFileSync(
        indexOf(folder),
        `${JSON.stringify({ name, sha256, bytes, at: now().toISOString() })}\n`,
        {
          mode: 0o600,
          flush: true,
        },
      );
      taken++;
    }
    rmSync(path);
  }
  return taken;
}

/**
 * Lays the pieces that a backup goes on from where a cluster that is restored looks for them; says which are
 * lost.
 */
export async function layOutLog(folder: BackupFolder, from: string, into: string): Promise<string[]> {
  mkdirSync(into, { recursive: true, mode: 0o755 });
  const lost: string[] = [];
  for (const { name, sha256 } of pieces(folder).values()) {
    if (!isNeeded(name, from)) continue;
    const target = join(into, `${name}.gz`);
    try {
      await pipeline(
        await folder.get(`log/${name}.gz${folder.suffix}`),
        createWriteStream(target, { mode: 0o644 }),
      );
      if (createHash('sha256').update(readFileSync(target)).digest('hex') === sha256) continue;
    } catch (error) {
      if ((error as { code?: string }).code === 'ENOSPC') throw error;
    }
    rmSync(target, { force: true });
    lost.push(name);
  }
  return lost;
}

/** Of any timeline, at or after the place of `from`; how timelines hang together always. */
export const isNeeded = (name: string, from: string): boolean =>
  name.endsWith('.history') || name.slice(8, 24) >= from.slice(8, 24);

/** Removes pieces that no backup needs any more. */
export function dropLog(folder: BackupFolder, before: string): void {
  for (const name of pieces(folder).keys())
    if (!isNeeded(name, before))
      rmSync(join(folder.path, 'log', `${name}.gz${folder.suffix}`), { force: true });
}
