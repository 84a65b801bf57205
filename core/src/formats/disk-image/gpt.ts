import { keepable } from '../../units/index.js';
import type { TablePartition, TableProblem } from '../../hardware/index.js';
import { crc32, kindOfType } from '../../standards/index.js';
import { guid, isZero, text, u32, u64 } from './number.js';
import type { Scan } from './scan.js';

const SIGNATURE = 'EFI PART';
const LEAST_HEADER_BYTES = 92;
const LEAST_ENTRY_BYTES = 128;
/** Tables of more entries than this are not read: real ones have 128. */
const MOST_ENTRIES = 4096;
const MOST_ENTRY_BYTES = 4096;

export interface GptHeader {
  readonly side: 'primary' | 'backup';
  readonly sectorSize: number;
  readonly myLba: number;
  readonly alternateLba: number;
  readonly first: number;
  readonly last: number;
  readonly diskId: string;
  readonly entriesLba: number;
  readonly entryCount: number;
  readonly entryBytes: number;
  readonly entriesCrc: number;
  /** Header CRC right, and it says that it is where it was found. */
  readonly sound: boolean;
  readonly why: string;
}

export interface GptEntries {
  readonly sound: boolean;
  readonly partitions: TablePartition[];
}

/** A header in this sector; null where there is no signature. UEFI specification 5.3.2. */
export function headerOf(
  sector: Uint8Array,
  lba: number,
  side: GptHeader['side'],
  sectorSize: number,
): GptHeader | null {
  if (text(sector, 0, SIGNATURE.length) !== SIGNATURE) return null;
  const headerBytes = u32(sector, 12);
  const sized =
    headerBytes >= LEAST_HEADER_BYTES && headerBytes <= sectorSize && headerBytes <= sector.length;
  // A copy of its own: `slice` of a Node buffer is a view, and the checksum would be wiped from the image
  // itself.
  const copy = new Uint8Array(sized ? headerBytes : LEAST_HEADER_BYTES);
  copy.set(sector.subarray(0, copy.length));
  copy.fill(0, 16, 20);
  const header = {
    side,
    sectorSize,
    myLba: u64(sector, 24),
    alternateLba: u64(sector, 32),
    first: u64(sector, 40),
    last: u64(sector, 48),
    diskId: guid(sector, 56),
    entriesLba: u64(sector, 72),
    entryCount: u32(sector, 80),
    entryBytes: u32(sector, 84),
    entriesCrc: u32(sector, 88),
  };
  const why = !sized
    ? `it says that it is ${headerBytes} bytes long`
    : crc32(copy) !== u32(sector, 16)
      ? 'its checksum is wrong'
      : header.myLba !== lba
        ? `it says that it is at sector ${header.myLba}, and is at ${lba}`
        : u32(sector, 8) >>> 16 !== 1
          ? 'its revision is unknown'
          : header.entryBytes < LEAST_ENTRY_BYTES ||
              header.entryBytes > MOST_ENTRY_BYTES ||
              header.entryBytes % 8 !== 0
            ? `its entries are said to have ${header.entryBytes} bytes`
            : header.entryCount > MOST_ENTRIES
              ? `it is said to have ${header.entryCount} entries`
              : '';
  return { ...header, sound: why === '', why };
}

/**
 * The entries that a sound header points at, with their checksum. `offset`: what to take off a sector's byte
 * to find it in the image.
 */
export function* entriesOf(header: GptHeader, offset = 0): Scan<GptEntries> {
  const length = header.entryCount * header.entryBytes;
  const bytes = yield { at: header.entriesLba * header.sectorSize - offset, length };
  const sound = bytes.length === length && crc32(bytes) === header.entriesCrc;
  const partitions: TablePartition[] = [];
  for (let at = 0, number = 1; at + LEAST_ENTRY_BYTES <= bytes.length; at += header.entryBytes, number++) {
    if (isZero(bytes.subarray(at, at + 16))) continue;
    partitions.push(entry(bytes, at, number));
  }
  return { sound, partitions };
}

/** UEFI specification 5.3.3. */
function entry(bytes: Uint8Array, at: number, number: number): TablePartition {
  const type = guid(bytes, at);
  const [first, last] = [u64(bytes, at + 32), u64(bytes, at + 40)];
  const low = u32(bytes, at + 48);
  return {
    number,
    startSector: safe(first),
    sectors: safe(Math.max(0, last - first + 1)),
    type,
    kind: kindOfType(type),
    name: nameOf(bytes, at + 56),
    bootable: (low & 4) !== 0,
    uuid: guid(bytes, at + 16),
    attributes: attributesOf(low, u32(bytes, at + 52)),
    fileSystem: null,
  };
}

const safe = (sectors: number): number => Math.min(sectors, Number.MAX_SAFE_INTEGER);

/** 36 units of UTF-16, ended by a zero. */
function nameOf(bytes: Uint8Array, at: number): string {
  let name = '';
  for (let unit = 0; unit < 36; unit++) {
    const code = (bytes[at + unit * 2] ?? 0) + (bytes[at + unit * 2 + 1] ?? 0) * 256;
    if (code === 0) break;
    name += String.fromCharCode(code);
  }
  return keepable(name);
}

/**
 * In the words of `sfdisk`: three that have a name, and bits 48 to 63 by number. Bits that the specification
 * reserves are left out.
 */
function attributesOf(low: number, high: number): string {
  const named = ['RequiredPartition', 'NoBlockIOProtocol', 'LegacyBIOSBootable'].filter(
    (_, bit) => low & (1 << bit),
  );
  const own = Array.from({ length: 16 }, (_, bit) => bit + 16).flatMap((bit) =>
    (high >>> bit) & 1 ? [bit + 32] : [],
  );
  return [...named, ...(own.length > 0 ? [`GUID:${own.join(',')}`] : [])].join(' ');
}

/** What is wrong between the two headers, and within each. */
export function headerProblems(header: GptHeader | null, side: GptHeader['side']): TableProblem[] {
  if (!header)
    return [
      { code: `gpt-${side}-missing`, message: `The ${side} GPT header is not there. ${SAY_OTHER[side]}` },
    ];
  return header.sound
    ? []
    : [
        {
          code: `gpt-${side}-damaged`,
          message: `The ${side} GPT header cannot be trusted: ${header.why}. ${SAY_OTHER[side]}`,
        },
      ];
}

const SAY_OTHER = {
  primary: 'Image the drive before anything repairs it.',
  backup: 'The table has no second copy that could be fallen back on.',
} as const;
