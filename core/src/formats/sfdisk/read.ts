import { cut, keepable } from '../../units/index.js';
import * as z from 'zod';
import {
  SectorSizeSchema,
  type DiskTable,
  type PartitionTable,
  type SectorSize,
  type TablePartition,
} from '../../hardware/index.js';
import { kindOfType } from '../../standards/index.js';
import { checkDocument } from '../json-document.js';
import type { Reading } from '../reading.js';
import { unquoted } from './names.js';

const count = z.number().int().min(0);
/** What `sfdisk --json` prints (util-linux 2.26 and later, sfdisk(8)). */
const JsonSchema = z.object({
  partitiontable: z.object({
    label: z.string(),
    id: z.string().optional(),
    unit: z.literal('sectors', 'Its unit is not sectors.').optional(),
    firstlba: count.optional(),
    lastlba: count.optional(),
    sectorsize: SectorSizeSchema.optional(),
    partitions: z
      .array(
        z.object({
          node: z.string(),
          start: count,
          size: count,
          type: z.string(),
          uuid: z.string().optional(),
          name: z.string().optional(),
          attrs: z.string().optional(),
          bootable: z.boolean().optional(),
        }),
      )
      .max(300)
      .default([]),
  }),
});

const TABLES: Readonly<Record<string, 'gpt' | 'mbr'>> = { gpt: 'gpt', dos: 'mbr', mbr: 'mbr' };

export function sfdiskJsonOf(value: unknown): Reading<DiskTable> {
  const checked = checkDocument(value, JsonSchema, 'partition table of sfdisk');
  if (!checked.ok) return checked;
  const { label, id, firstlba, lastlba, sectorsize, partitions } = checked.value.partitiontable;
  const table = TABLES[label];
  if (!table) return { ok: false, problem: unknownLabel(label), at: 'partitiontable.label' };
  const read: TablePartition[] = [];
  for (const [at, one] of partitions.entries()) {
    const part = partition(table, one.node, at, { ...one, bootable: one.bootable ?? false });
    if (!part)
      return {
        ok: false,
        problem: `'${one.type}' is no type of a partition.`,
        at: `partitiontable.partitions.${at}.type`,
      };
    read.push(part);
  }
  return { ok: true, value: tableOf(table, id ?? null, sectorsize ?? 512, firstlba, lastlba, read) };
}

/** So long a line no program writes; a pattern could take long over one. */
const LONGEST_LINE = 2000;
/** Headers come first; a dump has fewer comments than this before them. */
const MOST_COMMENTS = 200;

/** Does it begin like a dump: perhaps comments, then its kind of table? */
export const looksLikeSfdiskDump = (text: string): boolean =>
  /^label(?:-id)?\s*:/.test(
    text
      .split('\n', MOST_COMMENTS)
      .map((line) => line.trim())
      .find((line) => line !== '' && !line.startsWith('#')) ?? '',
  );

/** Reads what `sfdisk -d` printed: a script of headers, then one line for each partition. */
export function readSfdiskDump(text: string): Reading<DiskTable> {
  const headers = new Map<string, string>();
  const partitions: TablePartition[] = [];
  for (const [at, raw] of text.split(/\r?\n/).entries()) {
    const line = raw.trim();
    if (line === '' || line.startsWith('#')) continue;
    const problem = readLine(line, headers, partitions);
    if (problem !== null) return { ok: false, problem, at: `line ${at + 1}` };
  }
  return wholeTable(headers, partitions);
}

/** Puts a header or a partition where it belongs; what is wrong with the line, or null. */
function readLine(line: string, headers: Map<string, string>, partitions: TablePartition[]): string | null {
  if (line.length > LONGEST_LINE) return `This line has ${line.length} signs: it is none of sfdisk's.`;
  const header = /^([a-z-]+)\s*:\s*([^=]*)$/.exec(line);
  if (header && partitions.length === 0) {
    headers.set(header[1]!, header[2]!.trim());
    return null;
  }
  const table = TABLES[headers.get('label') ?? ''];
  if (!table) return unknownLabel(headers.get('label') ?? '');
  if (partitions.length >= 300) return 'It names more than 300 partitions.';
  const fields = fieldsOf(line);
  if (typeof fields === 'string') return fields;
  const part = partition(table, fields.node, partitions.length, fields);
  if (!part) return `'${fields.type}' is no type of a partition.`;
  partitions.push(part);
  return null;
}

function wholeTable(headers: ReadonlyMap<string, string>, partitions: TablePartition[]): Reading<DiskTable> {
  const fault = (problem: string): Reading<DiskTable> => ({ ok: false, problem, at: 'line 1' });
  const table = TABLES[headers.get('label') ?? ''];
  if (!table) return fault(unknownLabel(headers.get('label') ?? ''));
  const unit = headers.get('unit') ?? 'sectors';
  if (unit !== 'sectors') return fault(`Its unit is ${unit}, not sectors. Dump it anew with a newer sfdisk.`);
  const size = SectorSizeSchema.safeParse(Number(headers.get('sector-size') ?? 512));
  if (!size.success) return fault('Its sectors have neither 512 nor 4096 bytes.');
  const number = (name: string) => {
    const value = Number(headers.get(name) ?? 'none');
    return Number.isSafeInteger(value) && value >= 0 ? value : undefined;
  };
  const diskId = headers.get('label-id') ?? null;
  return {
    ok: true,
    value: tableOf(table, diskId, size.data, number('first-lba'), number('last-lba'), partitions),
  };
}

/** As `./petrichor read` prints it. */
export function partitionTableOf({
  table,
  sectorSize,
  totalSectors,
  diskId,
  usable,
  partitions,
}: DiskTable): PartitionTable {
  return {
    format: 'sfdisk',
    table: table === 'mbr' ? 'mbr' : 'gpt',
    sectorSize,
    totalSectors,
    diskId,
    usable,
    partitions: partitions.map(({ fileSystem: _f, ...one }) => one),
  };
}

const unknownLabel = (label: string): string =>
  label === ''
    ? 'It does not say which kind of table it is (label:).'
    : `It is a table of the kind '${label}'; gpt and dos are read.`;

interface Fields {
  node: string;
  start: number;
  size: number;
  type: string;
  uuid?: string | undefined;
  name?: string | undefined;
  attrs?: string | undefined;
  bootable: boolean;
}

/** One line of the script, or what is wrong with it. */
function fieldsOf(line: string): Fields | string {
  // A file name may hold a colon; what follows the last one before `start=` are fields.
  const parts = /^(.*?)\s*:\s*(start\s*=.*)$/.exec(line);
  if (!parts) return 'This line names no partition with its start and size, as sfdisk -d writes it.';
  const found: Record<string, string> = {};
  const rest = parts[2]!.replace(
    /\s*([a-z-]+)\s*=\s*(?:"([^"]*)"|([^,"]*))\s*(?:,|$)/gi,
    (_all, key: string, inQuotes: string | undefined, plain: string | undefined) => {
      found[key.toLowerCase()] = inQuotes ?? plain!.trim();
      return '';
    },
  );
  const bootable = /^\s*bootable\s*,?\s*$/.test(rest);
  if (!bootable && rest.trim() !== '') return `'${cut(rest.trim(), 40)}' in this line is not known.`;
  const start = Number(found['start']);
  const size = Number(found['size']);
  if (!isCount(found['start'], start)) return 'The start of this partition is not a number of sectors.';
  if (!isCount(found['size'], size)) return 'The size of this partition is not a number of sectors.';
  const name = found['name'] === undefined ? undefined : unquoted(found['name']);
  if (name === null) return 'The name of this partition is not UTF-8.';
  return {
    node: parts[1]!,
    start,
    size,
    type: found['type'] ?? '',
    uuid: found['uuid'],
    name,
    attrs: found['attrs'],
    bootable,
  };
}

const isCount = (text: string | undefined, value: number): boolean =>
  /^\d+$/.test(text ?? '') && Number.isSafeInteger(value);

function partition(
  table: 'gpt' | 'mbr',
  node: string,
  at: number,
  one: Omit<Fields, 'node'>,
): TablePartition | null {
  const type = one.type.toLowerCase();
  const known =
    table === 'gpt' ? /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(type) : /^[0-9a-f]{1,2}$/.test(type);
  if (!known) return null;
  const full = table === 'gpt' ? type : type.padStart(2, '0');
  const attributes = one.attrs ?? '';
  return {
    number: Math.max(1, Number(/(\d{1,3})$/.exec(node)?.[1] ?? at + 1)),
    startSector: one.start,
    sectors: one.size,
    type: full,
    kind: kindOfType(full),
    name: cut(keepable(one.name ?? ''), 80),
    bootable: one.bootable || attributes.split(/[ ,]/).includes('LegacyBIOSBootable'),
    uuid: one.uuid === undefined ? null : cut(keepable(one.uuid.toLowerCase()), 40),
    attributes: cut(keepable(attributes), 200),
    fileSystem: null,
  };
}

/**
 * The last sector that a GPT leaves for partitions, and how many its end takes: 33 of 512 bytes, 5 of 4096.
 */
const tableOf = (
  table: 'gpt' | 'mbr',
  id: string | null,
  sectorSize: SectorSize,
  first: number | undefined,
  last: number | undefined,
  partitions: TablePartition[],
): DiskTable => ({
  table,
  sectorSize,
  totalSectors: table === 'gpt' && last !== undefined ? last + 2 + (128 * 128) / sectorSize : null,
  diskId: id === null ? null : cut(keepable(id.toLowerCase()), 40),
  usable: table === 'gpt' && first !== undefined && last !== undefined ? { first, last } : null,
  partitions,
  problems: [],
});
