import type { BlockListing, DiskTable, RescueMap } from '../hardware/index.js';
import { readAny } from './any.js';
import { readDiskTable } from './disk-image/read.js';
import { parseJson } from './json-document.js';
import type { Reading } from './reading.js';
import { looksLikeRescueMap, readRescueMap } from './rescue-map/read.js';
import { readSfdiskDump, sfdiskJsonOf } from './sfdisk/read.js';
import { readText } from './text.js';

/** What a move of data can use of a file: whole, where `readAny` gives what is printed. */
export type MoveFile =
  | { readonly kind: 'table'; readonly table: DiskTable }
  | { readonly kind: 'map'; readonly map: RescueMap }
  | { readonly kind: 'listing'; readonly listing: BlockListing };

/** Reads a partition table, a rescue map or a listing of file systems; other documents are named and refused. */
export function readMoveFile(bytes: Uint8Array): Reading<MoveFile> {
  if (looksLikeRescueMap(bytes)) {
    const map = readRescueMap(bytes);
    return map.ok ? { ok: true, value: { kind: 'map', map: map.value } } : map;
  }
  const known = readAny(bytes);
  if (!known.ok) return known;
  const found = known.value;
  if ('format' in found && found.format === 'block-listing') return { ok: true, value: { kind: 'listing', listing: found } };
  if ('format' in found && (found.format === 'disk-image' || found.format === 'sfdisk')) {
    const table = tableIn(bytes, found.format);
    return table.ok ? { ok: true, value: { kind: 'table', table: table.value } } : table;
  }
  return {
    ok: false,
    problem: 'This is neither a partition table, nor a rescue map, nor a listing of file systems; those are read here.',
    at: 'the whole document',
  };
}

function tableIn(bytes: Uint8Array, format: 'disk-image' | 'sfdisk'): Reading<DiskTable> {
  if (format === 'disk-image') return readDiskTable(bytes);
  const text = readText(bytes);
  if (!text.ok) return text;
  if (!text.value.trimStart().startsWith('{')) return readSfdiskDump(text.value);
  const parsed = parseJson(text.value, 'partition table of sfdisk');
  return parsed.ok ? sfdiskJsonOf(parsed.value) : parsed;
}
