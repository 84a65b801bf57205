import { LARGE_BYTES, readMoveFile, scanDisk, scanLater, summaryOf, type Reading } from '@petrichor/core/formats';
import type { DiskTable, FioResult, RescueSummary, BlockListing } from '@petrichor/core/hardware';
import { rescueOf, type Rescue, type SourceDisk } from '@petrichor/core/move';

/** What came of a file: a table, a listing, or a map with what it says of this drive. */
export type MoveReading =
  | { readonly kind: 'table'; readonly table: DiskTable }
  | { readonly kind: 'listing'; readonly listing: BlockListing }
  | { readonly kind: 'speed'; readonly speed: FioResult }
  | { readonly kind: 'map'; readonly summary: RescueSummary; readonly rescue: Rescue };

/** Reads a file for the move. A large image is never fetched whole: only the few stretches its table lies in. */
export async function readForMove(file: Blob, disk: SourceDisk | null): Promise<Reading<MoveReading>> {
  if (file.size > LARGE_BYTES && (await bytesOf(file.slice(0, 4096))).includes(0)) {
    const table = await scanLater(scanDisk(file.size), ({ at, length }) => bytesOf(file.slice(at, at + length)));
    return table.ok ? { ok: true, value: { kind: 'table', table: table.value } } : table;
  }
  const read = readMoveFile(await bytesOf(file));
  if (!read.ok) return read;
  if (read.value.kind !== 'map') return { ok: true, value: read.value };
  return { ok: true, value: { kind: 'map', summary: summaryOf(read.value.map), rescue: rescueOf(read.value.map, disk) } };
}

const bytesOf = async (blob: Blob): Promise<Uint8Array> => new Uint8Array(await blob.arrayBuffer());
