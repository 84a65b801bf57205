import type { DiskTable } from '../../hardware/index.js';
import type { Format } from '../format.js';
import { scanDisk } from './read.js';
import { readerOf, scanNow, type Scan } from './scan.js';

/**
 * Sizes from which on a file without a table or a file system in it is still taken for an image of a drive.
 */
const LEAST_BARE_IMAGE_BYTES = 2 ** 20;

/** Reads a file of any size as an image of a drive, asking only for what it needs; null where it is none. */
export function* scanImage(sizeBytes: number): Scan<DiskTable | null> {
  const read = yield* scanDisk(sizeBytes);
  if (!read.ok) return null;
  const known =
    read.value.table !== 'none' ||
    read.value.problems.some((one) => one.code === 'file-system-without-table');
  return known || (sizeBytes >= LEAST_BARE_IMAGE_BYTES && sizeBytes % 512 === 0) ? read.value : null;
}

const imageIn = (bytes: Uint8Array): DiskTable | null => scanNow(scanImage(bytes.length), readerOf(bytes));

export const diskImage: Format = {
  id: 'disk-image',
  say: 'a disk image, or its first and last megabyte',
  sniff: ({ bytes, text }) => !text.ok && imageIn(bytes) !== null,
  read: ({ bytes }) => {
    const table = imageIn(bytes);
    return table
      ? { ok: true, value: { gives: 'table', from: 'disk-image', table } }
      : { ok: false, problem: 'This is not an image of a drive.', at: 'the whole file' };
  },
};
