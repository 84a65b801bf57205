import { closeSync, fstatSync, openSync, readFileSync, readSync } from 'node:fs';
import { resolve } from 'node:path';
import {
  diskImageOf,
  LARGE_BYTES,
  readAny,
  scanImage,
  scanNow,
  type Piece,
  type Found,
} from '@petrichor/core/formats';
import { Fault } from '../fault.js';

/**
 * `read FILE`: finds the format by content and prints what it says as JSON. Two files are the start and the
 * end of one disk.
 */
export const read = (args: readonly string[]): void => console.log(JSON.stringify(said(args), null, 2));

/** What is printed. */
export function said([file, rest]: readonly string[]): Found {
  if (!file) throw new Fault('Say which file: ./petrichor read FILE');
  const at = (name: string) => resolve(process.env['PETRICHOR_CWD'] ?? '.', name);
  return rest === undefined ? readFile(file, at(file)) : readEnds([file, at(file)], [rest, at(rest)]);
}

/** The start and the end of a disk, each in its file. */
function readEnds(...files: readonly (readonly [name: string, path: string])[]): Found {
  const bytes = Buffer.concat(files.map(([name, path]) => bytesOf(name, () => readFileSync(path))));
  const image = scanNow(scanImage(bytes.length), ({ at, length }) => bytes.subarray(at, at + length));
  if (!image)
    throw new Fault(
      'These two files are not the start and the end of a disk: give its first megabyte, then its last.',
    );
  return diskImageOf(image);
}

function bytesOf<T>(name: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof Fault) throw error;
    throw new Fault(
      `${name} cannot be read: ${(error as NodeJS.ErrnoException).code === 'ENOENT' ? 'there is no such file' : (error as Error).message}.`,
    );
  }
}

/**
 * What the file says. A large one is looked at as an image first, so that 8 TB are not fetched for the sake
 * of a few sectors.
 */
export function readFile(name: string, path: string): Found {
  const image = bytesOf(name, () => largeImage(path));
  if (image) return image;
  const reading = readAny(bytesOf(name, () => readFileSync(path)));
  if (!reading.ok) throw new Fault(`${reading.problem} (${name}, ${reading.at})`);
  return reading.value;
}

function largeImage(path: string): Found | null {
  const file = openSync(path, 'r');
  try {
    const { size } = fstatSync(file);
    if (size <= LARGE_BYTES || isText(file)) return null;
    const table = scanNow(scanImage(size), (ask) => stretch(file, ask));
    return table && diskImageOf(table);
  } finally {
    closeSync(file);
  }
}

function stretch(file: number, { at, length }: Piece): Uint8Array {
  const bytes = new Uint8Array(length);
  return bytes.subarray(0, Number.isSafeInteger(at) ? readSync(file, bytes, 0, length, at) : 0);
}

/** A rescue map may be larger than that, too: text has no zero byte. */
const isText = (file: number): boolean => !stretch(file, { at: 0, length: 4096 }).includes(0);
