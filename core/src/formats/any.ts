import type { BlockListing, Drive, MachineModel, Part, SelfReport } from '../hardware/index.js';
import type { DiagnosisKnowledge } from '../diagnose/index.js';
import { readAtaSmartData, ATA_SECTOR_BYTES, type AtaSmartData } from './ata-smart-data/read.js';
import { findmntOf, lsblkOf, readDf } from './block-listing/read.js';
import { readDiagnosis } from './diagnosis/read.js';
import { readDriveList } from './drive-list/read.js';
import { parseJson } from './json-document.js';
import { readPartList } from './part-list/read.js';
import { readMachineModel } from './machine-model/read.js';
import { healthLogFault, readNvmeHealthLog, type NvmeHealthLog } from './nvme-health-log/read.js';
import type { Reading } from './reading.js';
import { smartReportOf } from './smart-report/read.js';
import { readText } from './text.js';

export type Found = SelfReport | NvmeHealthLog | AtaSmartData | BlockListing | MachineModel | DiagnosisKnowledge | Drive[] | Part[];

/** Petrichor's own documents, by the word in their `format` field. */
const OWN: Readonly<Record<string, (text: string) => Reading<Found>>> = {
  'petrichor-machine-model': readMachineModel,
  'petrichor-drive-list': readDriveList,
  'petrichor-part-list': readPartList,
  'petrichor-diagnosis': readDiagnosis,
};

/** What other programs write as JSON, by a field that only they have at the top. */
const FOREIGN: readonly { field: string; what: string; read: (value: unknown) => Reading<Found> }[] = [
  { field: 'smartctl', what: 'self-report of smartctl', read: smartReportOf },
  { field: 'blockdevices', what: 'listing of lsblk', read: lsblkOf },
  { field: 'filesystems', what: 'listing of findmnt', read: findmntOf },
];

const KNOWN = [
  ...Object.keys(OWN),
  'smartctl --json -x',
  'a raw NVMe health log (512 bytes)',
  'a raw ATA SMART data sector (512 or 1024 bytes)',
  'lsblk --json',
  'findmnt --json',
  'df -P',
].join(', ');
const unknown = (at: string, hint = ''): Reading<Found> => ({
  ok: false,
  problem: `Petrichor does not know this file.${hint} It reads: ${KNOWN}.`,
  at,
});

/** Finds the format of a file by its content and reads it. Never throws, never guesses. */
export function readAny(bytes: Uint8Array): Reading<Found> {
  const text = readText(bytes);
  if (text.ok) return readAnyFormat(text.value);
  const rawSize = bytes.length === ATA_SECTOR_BYTES || bytes.length === 2 * ATA_SECTOR_BYTES;
  if (rawSize && bytes.includes(0)) return readRaw(bytes);
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

/** The same for text, as pasted. */
export function readAnyFormat(text: string): Reading<Found> {
  const start = text.replace(/^\uFEFF/, '').trimStart();
  if (/^Filesystem\s+\S*(?:\s+Type)?.*\d+-?[Bb]?/.test(start)) return readDf(start);
  if (!start.startsWith('{')) return unknown('line 1');
  const name = /"format"\s*:\s*"([a-z0-9-]{1,60})"/.exec(start.slice(0, 2000))?.[1] ?? '';
  const own = OWN[name];
  if (own) return own(text);
  const hinted = FOREIGN.find(({ field }) => start.includes(`"${field}"`));
  if (!hinted) return unknown('line 1');
  const parsed = parseJson(text, hinted.what);
  if (!parsed.ok) return parsed;
  const foreign = FOREIGN.find(({ field }) => Object.hasOwn(parsed.value as object, field));
  return foreign ? foreign.read(parsed.value) : unknown('line 1');
}
