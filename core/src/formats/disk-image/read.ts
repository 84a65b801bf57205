import type { DiskImage, DiskTable, SectorSize, TablePartition, TableProblem } from '../../hardware/index.js';
import type { Reading } from '../reading.js';
import { isBootSectorOfFileSystem, sniffFileSystem } from './file-systems.js';
import { entriesOf, headerOf, headerProblems, type GptEntries, type GptHeader } from './gpt.js';
import { entriesOfRecord, isProtective, isUsed, mbrDiskId, partitionsOf, type MbrEntry } from './mbr.js';
import { u64 } from './number.js';
import { placementProblems } from './placement.js';
import { readerOf, scanNow, type Scan } from './scan.js';
const SECTOR_SIZES: readonly SectorSize[] = [512, 4096];
const MOST_IN_MBR = 0xffff_ffff;

/**
 * A disk's table with what is wrong with it, from an image in memory. Small images only: the rest is
 * `scanDisk`.
 */
export const readDiskTable = (bytes: Uint8Array): Reading<DiskTable> =>
  scanNow(scanDisk(bytes.length), readerOf(bytes));

/** As `./petrichor read` prints it. */
export function diskImageOf(table: DiskTable): DiskImage {
  return {
    format: 'disk-image',
    table: table.table,
    sectorSize: table.sectorSize,
    totalSectors: table.totalSectors ?? 0,
    diskId: table.diskId,
    partitions: table.partitions.map(({ uuid: _u, attributes: _a, fileSystem: _f, ...one }) => one),
    problems: table.problems,
  };
}

/**
 * Reads the partition table of a disk image of this many bytes, asking only for the stretches it needs.
 * GPT: UEFI specification, chapter 5.3; MBR: 5.2. Also the first and last megabyte of a disk in one file.
 */
export function* scanDisk(sizeBytes: number): Scan<Reading<DiskTable>> {
  const start = yield { at: 0, length: 2 * 4096 };
  if (start.length < 512)
    return {
      ok: false,
      problem: `A disk image has at least one sector of 512 bytes; this has ${start.length}.`,
      at: `byte ${start.length}`,
    };
  const record = entriesOfRecord(start);
  const gpt = yield* findGpt(sizeBytes, start);
  if (gpt && (record === null || !record.some(isUsed) || record.some(isProtective)))
    return { ok: true, value: yield* gptTable(gpt, sizeBytes, record) };
  const leftOver: TableProblem[] = gpt
    ? [
        {
          code: 'stale-gpt',
          message:
            'GPT headers are left over beside an MBR that does not protect them. The MBR is what holds.',
        },
      ]
    : [];
  if (record && !isBootSectorOfFileSystem(start))
    return { ok: true, value: yield* mbrTable(record, start, sizeBytes, leftOver) };
  return { ok: true, value: yield* withoutTable(sizeBytes) };
}

interface Gpt {
  readonly sectorSize: SectorSize;
  readonly primary: GptHeader | null;
  readonly backup: GptHeader | null;
  /**
   * Set for the ends of a disk in one file: what to take off a byte of the disk's end to find it in the file.
   */
  readonly cutBytes: number;
}

function* findGpt(sizeBytes: number, start: Uint8Array): Scan<Gpt | null> {
  const found: Gpt[] = [];
  for (const sectorSize of SECTOR_SIZES) {
    const primary = headerOf(start.subarray(sectorSize, 2 * sectorSize), 1, 'primary', sectorSize);
    const lastInFile = Math.floor(sizeBytes / sectorSize) - 1;
    if (lastInFile < 1) continue;
    const end = yield { at: lastInFile * sectorSize, length: sectorSize };
    const told = primary?.sound ? primary.alternateLba : null;
    const ends = endsOnly(end, told, lastInFile, sectorSize);
    if (ends) {
      found.push({ sectorSize, primary, ...ends });
      continue;
    }
    let backup = headerOf(end, lastInFile, 'backup', sectorSize);
    // A longer image: the backup is where the primary says, not at the end.
    if (told !== null && told < lastInFile && !backup?.sound)
      backup =
        headerOf(yield { at: told * sectorSize, length: sectorSize }, told, 'backup', sectorSize) ?? backup;
    if (primary || backup) found.push({ sectorSize, primary, backup, cutBytes: 0 });
  }
  return found.sort((one, other) => worth(other) - worth(one))[0] ?? null;
}

/**
 * The ends of a disk in one file: the last sector is a sound backup that belongs further out than the file
 * reaches. Null: it is not so.
 */
function endsOnly(
  end: Uint8Array,
  told: number | null,
  lastInFile: number,
  sectorSize: SectorSize,
): Pick<Gpt, 'backup' | 'cutBytes'> | null {
  const own = u64(end, 24);
  if (own <= lastInFile || (told !== null && told !== own)) return null;
  const backup = headerOf(end, own, 'backup', sectorSize);
  if (!backup?.sound || !Number.isSafeInteger(own * sectorSize)) return null;
  return { backup, cutBytes: (own - lastInFile) * sectorSize };
}

/** The one to go by: a sound primary, then a sound backup, then any primary. */
const worth = ({ primary, backup }: Gpt): number =>
  (primary?.sound ? 4 : 0) + (backup?.sound ? 2 : 0) + (primary ? 1 : 0);

function* gptTable(
  { sectorSize, primary, backup, cutBytes }: Gpt,
  sizeBytes: number,
  record: MbrEntry[] | null,
): Scan<DiskTable> {
  const isExcerpt = cutBytes > 0;
  const totalSectors = isExcerpt ? backup!.myLba + 1 : Math.floor(sizeBytes / sectorSize);
  const short = endOf(primary) >= totalSectors;
  const problems: TableProblem[] = isExcerpt ? [EXCERPT] : [];
  problems.push(
    ...lengthProblems(primary, backup, totalSectors, sizeBytes % sectorSize),
    ...protectionProblems(record, totalSectors, short),
    ...headerProblems(primary, 'primary'),
  );
  // A short image has no end: that is said already.
  if (!short) problems.push(...headerProblems(backup, 'backup'));
  const first: GptEntries | null = primary?.sound ? yield* entriesOf(primary) : null;
  const second: GptEntries | null = backup?.sound ? yield* entriesOf(backup, cutBytes) : null;
  problems.push(...copyProblems({ primary, backup }, first, second));
  const header = shownHeader({ primary, backup }, first, second);
  const usable = usableOf(header);
  const partitions = trusted(first, second)?.partitions ?? [];
  return {
    table: 'gpt',
    sectorSize,
    totalSectors,
    diskId: header?.diskId ?? null,
    usable: usable && { ...usable, last: Math.min(usable.last, Number.MAX_SAFE_INTEGER) },
    partitions: yield* withFileSystems(partitions, sectorSize, isExcerpt ? sizeBytes / 2 : sizeBytes),
    problems: [...problems, ...placementProblems(partitions, totalSectors, usable, short)],
  };
}

/** The disk's last sector by its first header; -1: that says nothing. */
const endOf = (primary: GptHeader | null): number => (primary?.sound ? primary.alternateLba : -1);

const usableOf = (header: GptHeader | null): { first: number; last: number } | null =>
  header?.sound ? { first: header.first, last: header.last } : null;

/** Of the two lists of partitions the one that is shown. */
const trusted = (first: GptEntries | null, second: GptEntries | null): GptEntries | null =>
  first?.sound ? first : second?.sound ? second : (first ?? second);

/** The header that goes with it. */
function shownHeader(
  { primary, backup }: Pick<Gpt, 'primary' | 'backup'>,
  first: GptEntries | null,
  second: GptEntries | null,
): GptHeader | null {
  const bySecond = !first?.sound && second?.sound === true;
  return !bySecond && primary?.sound ? primary : backup;
}

function copyProblems(
  { primary, backup }: Pick<Gpt, 'primary' | 'backup'>,
  first: GptEntries | null,
  second: GptEntries | null,
): TableProblem[] {
  const problems: TableProblem[] = [];
  for (const [side, read] of [['primary', first] as const, ['backup', second] as const])
    if (read && !read.sound)
      problems.push({
        code: `gpt-${side}-entries-damaged`,
        message: `The checksum of the ${side} GPT’s list of partitions is wrong.`,
      });
  if (primary?.sound && backup?.sound && differ(primary, backup))
    problems.push({
      code: 'gpt-copies-differ',
      message: 'Primary and backup GPT do not say the same. The primary is shown.',
    });
  if (!trusted(first, second))
    problems.push({
      code: 'gpt-unreadable',
      message: 'Neither copy of the GPT can be trusted: no partition is listed.',
    });
  return problems;
}

const EXCERPT: TableProblem = {
  code: 'excerpt',
  message: 'These are only the start and the end of a disk. What lies between was not looked at.',
};

const differ = (one: GptHeader, other: GptHeader): boolean =>
  one.diskId !== other.diskId ||
  one.entriesCrc !== other.entriesCrc ||
  one.first !== other.first ||
  one.last !== other.last ||
  one.entryCount !== other.entryCount ||
  other.alternateLba !== one.myLba;

function lengthProblems(
  primary: GptHeader | null,
  backup: GptHeader | null,
  totalSectors: number,
  rest: number,
): TableProblem[] {
  const problems: TableProblem[] = [];
  const end = primary?.sound ? primary.alternateLba : backup?.sound ? backup.myLba : null;
  if (end !== null && end >= totalSectors)
    problems.push({
      code: 'image-shorter-than-table',
      message: `The table is of a disk of ${end + 1} sectors; the image has ${totalSectors}, ${end + 1 - totalSectors} too few. Its end is missing.`,
    });
  if (end !== null && end < totalSectors - 1)
    problems.push({
      code: 'image-longer-than-table',
      message: `The table is of a disk of ${end + 1} sectors; the image has ${totalSectors}. Its last ${totalSectors - end - 1} are used by nothing, and the backup GPT is not at the end.`,
    });
  if (rest > 0)
    problems.push({ code: 'partial-sector', message: `The image ends ${rest} bytes into a sector.` });
  return problems;
}

function protectionProblems(record: MbrEntry[] | null, totalSectors: number, short: boolean): TableProblem[] {
  const guard = record?.find(isProtective);
  if (!record || !guard)
    return [
      {
        code: 'protective-mbr-missing',
        message: 'No protective MBR guards the GPT: old programs may take the disk for an empty one.',
      },
    ];
  const problems: TableProblem[] = [];
  const others = record.filter((one) => isUsed(one) && !isProtective(one));
  if (others.length > 0)
    problems.push({
      code: 'hybrid-mbr',
      message: `It is a hybrid: its MBR names ${others.length === 1 ? 'one partition' : `${others.length} partitions`} of its own beside the GPT. Whoever changes one must change the other.`,
    });
  else if (
    !short &&
    guard.sectors !== Math.min(totalSectors - 1, MOST_IN_MBR) &&
    guard.sectors !== MOST_IN_MBR
  )
    problems.push({
      code: 'protective-mbr-size',
      message: 'The protective MBR does not cover the whole disk.',
    });
  if (guard.start !== 1)
    problems.push({
      code: 'protective-mbr-start',
      message: 'The protective MBR does not begin at sector 1.',
    });
  return problems;
}

function* mbrTable(
  record: MbrEntry[],
  start: Uint8Array,
  sizeBytes: number,
  before: TableProblem[],
): Scan<DiskTable> {
  const sectorSize = yield* mbrSectorSize(record);
  const totalSectors = Math.floor(sizeBytes / sectorSize);
  const { partitions, problems } = yield* partitionsOf(record, sectorSize);
  const rest = sizeBytes % sectorSize;
  if (rest > 0)
    problems.push({ code: 'partial-sector', message: `The image ends ${rest} bytes into a sector.` });
  if (record.some(isProtective))
    problems.push({
      code: 'gpt-gone',
      message:
        'A protective MBR is there, and the GPT that it guards is not. Image the drive before anything repairs it.',
    });
  const last = Math.max(0, ...partitions.map((one) => one.startSector + one.sectors));
  const short = last > totalSectors;
  if (short)
    problems.push({
      code: 'image-shorter-than-table',
      message: `The table reaches to sector ${last}; the image has ${totalSectors}, ${last - totalSectors} too few. Its end is missing.`,
    });
  return {
    table: 'mbr',
    sectorSize,
    totalSectors,
    diskId: mbrDiskId(start),
    usable: null,
    partitions: yield* withFileSystems(partitions, sectorSize, sizeBytes),
    problems: [...before, ...problems, ...placementProblems(partitions, totalSectors, null, short)],
  };
}

/** An MBR does not say how long its sectors are: a file system at the start of a partition does. */
function* mbrSectorSize(record: MbrEntry[]): Scan<SectorSize> {
  const first = record.find((one) => isUsed(one) && one.start > 0);
  if (!first) return 512;
  if ((yield* sniffFileSystem(first.start * 512)) !== null) return 512;
  return (yield* sniffFileSystem(first.start * 4096)) === null ? 512 : 4096;
}

function* withoutTable(sizeBytes: number): Scan<DiskTable> {
  const is = yield* sniffFileSystem(0);
  const problem: TableProblem = is
    ? {
        code: 'file-system-without-table',
        message: `No partition table: a file system (${is}) begins at the first sector.`,
      }
    : {
        code: 'no-table',
        message:
          'No partition table and no known file system. The drive is empty, encrypted as a whole, or of another system.',
      };
  const rest: TableProblem[] =
    sizeBytes % 512 > 0
      ? [{ code: 'partial-sector', message: `The image ends ${sizeBytes % 512} bytes into a sector.` }]
      : [];
  return {
    table: 'none',
    sectorSize: 512,
    totalSectors: Math.floor(sizeBytes / 512),
    diskId: null,
    usable: null,
    partitions: [],
    problems: [problem, ...rest],
  };
}

/** What lies in each partition, as far as the image reaches. */
function* withFileSystems(
  partitions: readonly TablePartition[],
  sectorSize: number,
  within: number,
): Scan<TablePartition[]> {
  const known: TablePartition[] = [];
  for (const one of partitions) {
    const at = one.startSector * sectorSize;
    const looked = one.kind !== 'extended' && at + sectorSize <= within;
    known.push(looked ? { ...one, fileSystem: yield* sniffFileSystem(at) } : one);
  }
  return known;
}
