import { sure } from '@petrichor/core/units';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { BackupFolder } from './folder.js';

const PHOTO = /^([0-9a-f]{64})\.jpg$/;

/** Hashes of the photos in a folder, as the server lays them down. */
export function photosIn(folder: string, changedSince = 0): string[] {
  if (!existsSync(folder)) return [];
  const hashes: string[] = [];
  for (const part of readdirSync(folder)) {
    const path = join(folder, part);
    // A folder is changed when a file comes into it: most are not looked into.
    const about = statSync(path);
    if (!about.isDirectory() || about.mtimeMs < changedSince) continue;
    for (const name of readdirSync(path)) {
      const found = PHOTO.exec(name);
      if (found) hashes.push(sure(found[1]));
    }
  }
  return hashes;
}

const nameOf = (hash: string): string => `photos/${hash.slice(0, 2)}/${hash}.jpg`;

/** Puts what is not there yet into the folder of backups. Named by their content, they never change. */
export async function keepPhotos(from: string, into: BackupFolder, changedSince = 0): Promise<number> {
  let kept = 0;
  for (const hash of photosIn(from, changedSince)) {
    if (existsSync(join(into.path, `${nameOf(hash)}${into.suffix}`))) continue;
    await into.put(nameOf(hash), createReadStream(join(from, hash.slice(0, 2), `${hash}.jpg`)), {
      packed: true,
    });
    kept++;
  }
  return kept;
}

export const keptPhotos = (folder: BackupFolder): string[] => {
  const photos = join(folder.path, 'photos');
  if (!existsSync(photos)) return [];
  return readdirSync(photos).flatMap((part) =>
    readdirSync(join(photos, part)).flatMap((name) => PHOTO.exec(name.replace(/\.age$/, ''))?.[1] ?? []),
  );
};

/** A photo out of the backups, null where it is not there or is not what its name says. */
export async function readKeptPhoto(folder: BackupFolder, hash: string): Promise<Buffer | null> {
  const file = `${nameOf(hash)}${folder.suffix}`;
  if (!existsSync(join(folder.path, file))) return null;
  const parts: Uint8Array[] = [];
  try {
    for await (const part of await folder.get(file)) parts.push(part as Uint8Array);
  } catch {
    return null;
  }
  const bytes = Buffer.concat(parts);
  return createHash('sha256').update(bytes).digest('hex') === hash ? bytes : null;
}
