import type {
  BlockListing,
  DiskImage,
  DiskTable,
  Drive,
  FioResult,
  MachineModel,
  Part,
  PartitionTable,
  RescueMap,
  RescueSummary,
  SelfReport,
} from '../hardware/index.js';
import type { DiagnosisKnowledge } from '../diagnose/index.js';
import { readAtaSmartData, ATA_SECTOR_BYTES, type AtaSmartData } from './ata-smart-data/read.js';
import { findmntOf, lsblkOf, readDf } from './block-listing/read.js';
import { diskImageOf, scanDisk } from './disk-image/read.js';
import { readerOf, scanNow, type Scan } from './disk-image/scan.js';
import { readDiagnosis } from './diagnosis/read.js';
import { readDriveList } from './drive-list/read.js';
import { fioOf, fioTextOf } from './fio/read.js';
import { parseJson } from './json-document.js';
import { readPartList } from './part-list/read.js';
import { readMachineModel } from './machine-model/read.js';
import { healthLogFault, readNvmeHealthLog, type NvmeHealthLog } from './nvme-health-log/read.js';
import type { Reading } from './reading.js';
import { looksLikeRescueMap, readRescueMap } from './rescue-map/read.js';
import { summaryOf } from './rescue-map/summary.js';
import { looksLikeSfdiskDump, partitionTableOf, readSfdiskDump, sfdiskJsonOf } from './sfdisk/read.js';
import { smartReportOf } from './smart-report/read.js';
import { readText } from './text.js';

/** What a file says, as `./petrichor read` prints it. */
export type Found =
  | SelfReport
  | NvmeHealthLog
  | AtaSmartData
  | BlockListing
  | DiskImage
  | PartitionTable
  | RescueSummary
  | FioResult
  | MachineModel
  | DiagnosisKnowledge
  | Drive[]
  | Part[];

/** What was read, made into something else; what was not stays a fault. */
const mapReading = <T, U>(reading: Reading<T>, make: (value: T) => U): Reading<U> =>
  reading.ok ? { ok: true, value: make(reading.value) } : reading;

/** Petrichor's own documents, by the word in their `format` field. */
const OWN: Readonly<Record<string, (text: string) => Reading<Found>>> = {
  'petrichor-machine-model': readMachineModel,
  'petrichor-drive-list': readDriveList,
  'petrichor-part-list': readPartList,
  'petrichor-diagnosis': readDiagnosis,
};

/** What other programs write as JSON, by a field that only they have at the top. */
const FOREIGN: readonly { field: string; what: string; read: (value: unknown) => Reading<Whole> }[] = [
  { field: 'smartctl', what: 'self-report of smartctl', read: (value) => mapReading(smartReportOf(value), asPrinted) },
  { field: 'blockdevices', what: 'listing of lsblk', read: (value) => mapReading(lsblkOf(value), asPrinted) },
  { field: 'filesystems', what: 'listing of findmnt', read: (value) => mapReading(findmntOf(value), asPrinted) },
  { field: 'partitiontable', what: 'partition table of sfdisk', read: (value) => mapReading(sfdiskJsonOf(value), ofSfdisk) },
  { field: 'fio version', what: 'result of fio', read: (value) => mapReading(fioOf(value), asPrinted) },
];

const KNOWN = [
  ...Object.keys(OWN),
  'smartctl --json -x',
  'a raw NVMe health log (512 bytes)',
  'a raw ATA SMART data sector (512 or 1024 bytes)',
  'lsblk --json',
  'findmnt --json',
  'df -P',
  'a disk image, or its first and last megabyte',
  'sfdisk -d or --json',
  'a map of ddrescue',
  'fio --output-format=json',
].join(', ');
const unknown = (at: string, hint = ''): Reading<never> => ({
  ok: false,
  problem: `Petrichor does not know this file.${hint} It reads: ${KNOWN}.`,
  at,
});

/** Sizes from which on a file without a table or a file system in it is still taken for an image of a drive. */
const LEAST_BARE_IMAGE_BYTES = 2 ** 20;
/** What is larger than this is looked at as an image of a drive before it is fetched into memory. */
export const LARGE_BYTES = 64 * 1024 * 1024;

/** A table or a map keeps more than what is printed of it: the identities and file systems that a copy needs, every block. */
type Whole =
  | { readonly kept: 'table'; readonly from: 'disk-image' | 'sfdisk'; readonly table: DiskTable }
  | { readonly kept: 'map'; readonly map: RescueMap }
  | { readonly kept: 'printed'; readonly reading: Found };

const ofSfdisk = (table: DiskTable): Whole => ({ kept: 'table', from: 'sfdisk', table });
const asPrinted = (found: Found): Whole => ({ kept: 'printed', reading: found });

function printed(read: Whole): Found {
  if (read.kept === 'map') return summaryOf(read.map);
  if (read.kept === 'printed') return read.reading;
  return read.from === 'sfdisk' ? partitionTableOf(read.table) : diskImageOf(read.table);
}

/** Reads a file of any size as an image of a drive, asking only for what it needs; null where it is none. */
export function* scanImage(sizeBytes: number): Scan<DiskTable | null> {
  const read = yield* scanDisk(sizeBytes);
  if (!read.ok) return null;
  const known = read.value.table !== 'none' || read.value.problems.some((one) => one.code === 'file-system-without-table');
  return known || (sizeBytes >= LEAST_BARE_IMAGE_BYTES && sizeBytes % 512 === 0) ? read.value : null;
}

/** Finds the format of a file by its content and reads it. Never throws, never guesses. */
export const readAny = (bytes: Uint8Array): Reading<Found> => mapReading(readWhole(bytes), printed);

/** The same for text, as pasted. */
export const readAnyFormat = (text: string): Reading<Found> => mapReading(wholeText(text), printed);

/** The same with all that was read. */
export function readWhole(bytes: Uint8Array): Reading<Whole> {
  if (looksLikeRescueMap(bytes)) return mapReading(readRescueMap(bytes), (map): Whole => ({ kept: 'map', map }));
  const text = readText(bytes);
  if (text.ok) return wholeText(text.value);
  const rawSize = bytes.length === ATA_SECTOR_BYTES || bytes.length === 2 * ATA_SECTOR_BYTES;
  const raw = rawSize && bytes.includes(0) ? mapReading(readRaw(bytes), asPrinted) : null;
  if (raw?.ok) return raw;
  const table = scanNow(scanImage(bytes.length), readerOf(bytes));
  if (table) return { ok: true, value: { kept: 'table', from: 'disk-image', table } };
  if (raw) return raw;
  const hasZeros = text.problem.includes('zero bytes');
  if (!hasZeros) return text;
  const near =
    bytes.length < 2 * ATA_SECTOR_BYTES
      ? ` It has ${bytes.length} bytes; a raw log or sector has 512 (with thresholds 1024): was it cut off?`
      : '';
  return unknown(text.at, ` ${text.problem}${near}`);
}

/** 512 or 1024 raw bytes: a health log keeps 25 bytes zero where a SMART sector lists attributes, so they cannot be confused. */
function readRaw(bytes: Uint8Array): Reading<Found> {
  if (healthLogFault(bytes) === null) return readNvmeHealthLog(bytes);
  const sector = readAtaSmartData(bytes);
  if (sector.ok || bytes.length !== ATA_SECTOR_BYTES) return sector;
  const log = readNvmeHealthLog(bytes) as Extract<Reading<never>, { ok: false }>;
  return { ok: false, problem: `These 512 bytes are neither of two things. ${sector.problem} ${log.problem}`, at: sector.at };
}

function wholeText(text: string): Reading<Whole> {
  const start = text.replace(/^\uFEFF/, '').trimStart();
  if (/^Filesystem\s+\S*(?:\s+Type)?.*\d+-?[Bb]?/.test(start)) return mapReading(readDf(start), asPrinted);
  if (looksLikeSfdiskDump(start)) return mapReading(readSfdiskDump(text), ofSfdisk);
  const fio = start.startsWith('{') ? null : fioTextOf(start);
  if (fio !== null) {
    const parsed = parseJson(fio, 'result of fio');
    return parsed.ok ? mapReading(fioOf(parsed.value), asPrinted) : parsed;
  }
  if (!start.startsWith('{')) return unknown('line 1');
  const name = /"format"\s*:\s*"([a-z0-9-]{1,60})"/.exec(start.slice(0, 2000))?.[1] ?? '';
  const own = OWN[name];
  if (own) return mapReading(own(text), asPrinted);
  const hinted = FOREIGN.find(({ field }) => start.includes(`"${field}"`));
  if (!hinted) return unknown('line 1');
  const parsed = parseJson(text, hinted.what);
  if (!parsed.ok) return parsed;
  const foreign = FOREIGN.find(({ field }) => Object.hasOwn(parsed.value as object, field));
  return foreign ? foreign.read(parsed.value) : unknown('line 1');
}
