import type { TablePartition, TableProblem } from '../../hardware/index.js';
import { EXTENDED_TYPES, kindOfType, PROTECTIVE_TYPE } from '../../standards/index.js';
import { u16, u32 } from './number.js';
import type { Scan } from './scan.js';

const ENTRIES_AT = 446;
const ENTRY_BYTES = 16;
/** More logical partitions than this are a loop or a forgery. */
const MOST_LOGICAL = 128;

export interface MbrEntry {
  readonly slot: number;
  readonly flag: number;
  readonly type: number;
  readonly start: number;
  readonly sectors: number;
}

/** The four entries of a boot record; null without its signature. UEFI specification 5.2.1. */
export function entriesOfRecord(sector: Uint8Array): MbrEntry[] | null {
  if (sector.length < 512 || u16(sector, 510) !== 0xaa55) return null;
  return [0, 1, 2, 3].map((slot) => {
    const at = ENTRIES_AT + slot * ENTRY_BYTES;
    return {
      slot,
      flag: sector[at]!,
      type: sector[at + 4]!,
      start: u32(sector, at + 8),
      sectors: u32(sector, at + 12),
    };
  });
}

export const isUsed = ({ type }: MbrEntry): boolean => type !== 0;
export const isProtective = ({ type }: MbrEntry): boolean => type === PROTECTIVE_TYPE;
const isExtended = ({ type }: MbrEntry): boolean => EXTENDED_TYPES.includes(type);

/** `0x` and eight digits, as `sfdisk` writes it. */
export const mbrDiskId = (sector: Uint8Array): string =>
  `0x${u32(sector, 440).toString(16).padStart(8, '0')}`;

/** Partitions of an MBR: the four of the record, then the chain of logical ones. */
export function* partitionsOf(
  entries: readonly MbrEntry[],
  sectorSize: number,
): Scan<{ partitions: TablePartition[]; problems: TableProblem[] }> {
  const partitions = entries.filter(isUsed).map((one) => partition(one, one.slot + 1, one.start));
  const problems: TableProblem[] = [];
  for (const one of entries)
    if (isUsed(one) && one.flag !== 0 && one.flag !== 0x80)
      problems.push({
        code: 'mbr-flag',
        message: `Entry ${one.slot + 1} has the flag 0x${one.flag.toString(16)}; only 0x00 and 0x80 are known.`,
      });
  const extended = entries.filter(isExtended);
  if (extended.length > 1)
    problems.push({
      code: 'mbr-two-extended',
      message: 'It has more than one extended partition; only the first is followed.',
    });
  if (extended[0]) yield* logicalOf(extended[0], sectorSize, partitions, problems);
  return { partitions, problems };
}

/**
 * Each link names one logical partition, from where the link is, and the next link, from where the extended
 * partition begins.
 */
function* logicalOf(
  extended: MbrEntry,
  sectorSize: number,
  partitions: TablePartition[],
  problems: TableProblem[],
): Scan<void> {
  const seen = new Set<number>();
  let at: number | null = extended.start;
  let number = 5;
  while (at !== null) {
    if (seen.has(at) || seen.size >= MOST_LOGICAL) {
      problems.push({
        code: 'mbr-chain-loop',
        message: `The chain of logical partitions comes back to sector ${at}. What lies beyond is not listed.`,
      });
      return;
    }
    seen.add(at);
    const link: readonly MbrEntry[] | null = entriesOfRecord(yield { at: at * sectorSize, length: 512 });
    if (!link) {
      problems.push({
        code: 'mbr-chain-broken',
        message: `The chain of logical partitions breaks at sector ${at}: no boot record is there. Partitions after it are not listed.`,
      });
      return;
    }
    const own = link.find((one) => isUsed(one) && !isExtended(one) && one.sectors > 0);
    if (own) partitions.push(partition(own, number++, at + own.start));
    const next: MbrEntry | undefined = link.find((one) => isExtended(one) && one.sectors > 0);
    at = next ? extended.start + next.start : null;
  }
}

function partition(one: MbrEntry, number: number, startSector: number): TablePartition {
  const type = one.type.toString(16).padStart(2, '0');
  return {
    number,
    startSector,
    sectors: one.sectors,
    type,
    kind: kindOfType(type),
    name: '',
    bootable: one.flag === 0x80,
    uuid: null,
    attributes: '',
    fileSystem: null,
  };
}
