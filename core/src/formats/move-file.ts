import type { BlockListing, DiskTable, FioResult, RescueMap } from '../hardware/index.js';
import { readWhole } from './any.js';
import type { Reading } from './reading.js';

/** What a move of data can use of a file. */
type MoveFile =
  | { readonly kind: 'table'; readonly table: DiskTable }
  | { readonly kind: 'map'; readonly map: RescueMap }
  | { readonly kind: 'listing'; readonly listing: BlockListing }
  | { readonly kind: 'speed'; readonly speed: FioResult };

/** Reads a partition table, a rescue map, a listing of file systems or a measured speed; other documents are refused. */
export function readMoveFile(bytes: Uint8Array): Reading<MoveFile> {
  const read = readWhole(bytes);
  if (!read.ok) return read;
  if (read.value.kept === 'table') return { ok: true, value: { kind: 'table', table: read.value.table } };
  if (read.value.kept === 'map') return { ok: true, value: { kind: 'map', map: read.value.map } };
  const { reading: found } = read.value;
  if ('format' in found && found.format === 'block-listing') return { ok: true, value: { kind: 'listing', listing: found } };
  if ('format' in found && found.format === 'fio') return { ok: true, value: { kind: 'speed', speed: found } };
  return {
    ok: false,
    problem:
      'This is neither a partition table, nor a rescue map, a listing of file systems or a speed measured by fio; those are read here.',
    at: 'the whole document',
  };
}
