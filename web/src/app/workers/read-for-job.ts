import {
  LARGE_BYTES,
  readDocument,
  scanDisk,
  scanLater,
  summaryOf,
  type Reading,
} from '@petrichor/core/formats';
import type { JobDocument } from '@petrichor/core/job';
import { rescueOf, type SourceDisk } from '@petrichor/core/move';

/**
 * Reads a file, or text, for a job. A large image is never fetched whole: only the few stretches its table
 * lies in.
 */
export async function readForJob(
  file: Blob | string,
  disk: SourceDisk | null,
): Promise<Reading<JobDocument>> {
  if (
    typeof file !== 'string' &&
    file.size > LARGE_BYTES &&
    (await bytesOf(file.slice(0, 4096))).includes(0)
  ) {
    const table = await scanLater(scanDisk(file.size), ({ at, length }) =>
      bytesOf(file.slice(at, at + length)),
    );
    return table.ok ? { ok: true, value: { gives: 'table', from: 'disk-image', table: table.value } } : table;
  }
  const read = readDocument(typeof file === 'string' ? new TextEncoder().encode(file) : await bytesOf(file));
  if (!read.ok) return read;
  if (read.value.gives !== 'map') return { ok: true, value: read.value };
  const { map } = read.value;
  return { ok: true, value: { gives: 'map', summary: summaryOf(map), rescue: rescueOf(map, disk) } };
}

const bytesOf = async (blob: Blob): Promise<Uint8Array> => new Uint8Array(await blob.arrayBuffer());
