import type { PartitionKind } from '../../standards/index.js';
import { bytesOf, sayPartition, type SourceDisk, type SourcePartition, type TargetDisk } from '../disk.js';
import { leastBytes, natureOf, type Nature } from './nature.js';
import { ALIGN_BYTES, place, type Item } from './place.js';
import { shareOut } from './share-out.js';
import type { LayoutWishes } from './wishes.js';

interface PlacedPartition {
  readonly number: number;
  readonly startSector: number;
  readonly sectors: number;
  readonly type: string;
  readonly kind: PartitionKind;
  readonly name: string;
  readonly bootable: boolean;
  readonly uuid: string | null;
  readonly attributes: string;
  readonly nature: Nature;
  /** What its size may be while the others give way, sectors of the target. */
  readonly leastSectors: number;
  readonly mostSectors: number;
  readonly oldBytes: number;
  readonly usedBytes: number | null;
  /** It stands elsewhere in the order than before. */
  readonly moved: boolean;
}

export interface Layout {
  readonly ok: true;
  readonly table: 'gpt' | 'mbr';
  readonly sectorSize: TargetDisk['sectorSize'];
  readonly totalSectors: number;
  readonly usable: { readonly first: number; readonly last: number };
  readonly diskId: string | null;
  readonly partitions: readonly PlacedPartition[];
  /** Left unused at the end. */
  readonly bareSectors: number;
  /** What was done, and why, for whoever reads the plan. */
  readonly notes: readonly string[];
}
export interface NoLayout {
  readonly ok: false;
  readonly code: 'no-table' | 'too-small' | 'mbr-limit' | 'unreadable';
  readonly sentence: string;
  /** How many sectors of the target are missing; 0: that is not the reason. */
  readonly shortSectors: number;
}

export interface LayoutSettings {
  readonly wishes: LayoutWishes;
  /** A clone keeps every identity; a fresh copy gets its own. */
  readonly identity: 'keep' | 'new';
  readonly unlocked: boolean;
  /** Flash: some of it is left bare unless somebody asked otherwise. */
  readonly flash: boolean;
}

const GPT_ENTRY_BYTES = 128 * 128;
/** Sector numbers and counts of an MBR have 32 bits (UEFI specification 5.2.1). */
const MOST_MBR_SECTORS = 2 ** 32 - 1;
/** Share of a larger flash drive that is left bare for its own housekeeping (common practice, no source). */
const BARE_SHARE = 0.02;

/**
 * Places the partitions of the old drive on the new one: starts on whole megabytes, what cannot or must not
 * change kept to the byte, recovery behind what grows, the rest shared out in proportion to what it was and
 * never below what is used. A GPT may be used to its last sector: 33 of 512 bytes hold its copy at the end, 5
 * of 4096 (UEFI specification 5.3).
 */
export function planLayout(
  source: SourceDisk,
  target: TargetDisk,
  settings: LayoutSettings,
): Layout | NoLayout {
  if (source.table === 'none' || source.partitions.length === 0)
    return no(
      'no-table',
      'The old drive has no partition that could be placed. Copy its files, or clone it sector by sector.',
    );
  const broken = source.problems.find((one) => BROKEN.includes(one.code));
  if (broken) return no('unreadable', `The old table cannot be planned from: ${broken.message}`);
  const sectorSize = target.sectorSize;
  const usable = usableOf(source.table, target);
  const notes: string[] = [];
  const items = itemsOf(source, target, settings, notes);
  const wishedBare = settings.wishes.bareBytes;
  const larger = bytesOf(target, target.totalSectors) > bytesOf(source, source.totalSectors) * 1.05;
  const bare = Math.floor(
    (wishedBare ?? (settings.flash && larger ? bytesOf(target, target.totalSectors) * BARE_SHARE : 0)) /
      sectorSize,
  );
  const end = usable.last + 1;
  let shared = shareOut(items, usable.first, end - bare, settings.wishes, sectorSize);
  if (shared.short > 0 && items.some((item) => item.gapSectors > 0)) {
    const tight = items.map((item) => ({ ...item, gapSectors: 0 }));
    shared = shareOut(tight, usable.first, end - bare, settings.wishes, sectorSize);
    if (shared.short === 0)
      notes.push('Gaps between partitions are given up: the new drive has no room for them.');
  }
  if (shared.short > 0) {
    const unread = source.partitions.filter(
      (one) => natureOf(one, settings.unlocked) === 'elastic' && one.usedBytes === null,
    );
    return tooSmall(shared.short, sectorSize, unread, bare);
  }
  const places = place(shared.items, usable.first, sectorSize);
  const order = [...source.partitions]
    .sort((one, other) => one.startSector - other.startSector)
    .map((one) => one.number);
  const partitions = places.map(({ item, startSector, sectors }, at): PlacedPartition => {
    const { partition, nature } = item;
    return {
      number: partition.number,
      startSector,
      sectors,
      type: partition.type,
      kind: partition.kind,
      name: partition.name,
      bootable: partition.bootable,
      uuid: settings.identity === 'keep' ? partition.uuid : null,
      attributes: partition.attributes,
      nature,
      leastSectors: item.leastSectors,
      mostSectors: nature === 'rigid' ? sectors : Math.max(sectors, shared.most(partition.number)),
      oldBytes: bytesOf(source, partition.sectors),
      usedBytes: partition.usedBytes,
      moved: order[at] !== partition.number && partition.kind === 'recovery',
    };
  });
  const last = Math.max(...partitions.map((one) => one.startSector + one.sectors));
  if (source.table === 'mbr' && target.totalSectors > MOST_MBR_SECTORS)
    notes.push(
      `An MBR reaches ${sayMib(MOST_MBR_SECTORS * sectorSize)}; what lies beyond stays unused until the new drive is converted to GPT.`,
    );
  return {
    ok: true,
    table: source.table,
    sectorSize,
    totalSectors: target.totalSectors,
    usable,
    diskId: settings.identity === 'keep' ? source.diskId : null,
    partitions,
    bareSectors: end - last,
    notes,
  };
}

const tooSmall = (
  shortSectors: number,
  sectorSize: number,
  unread: readonly SourceDisk['partitions'][number][],
  bare: number,
): NoLayout => ({
  ok: false,
  code: 'too-small',
  sentence: `The new drive is ${shortSectors.toLocaleString('en-GB')} sectors too small (${sayMib(shortSectors * sectorSize)}), with everything shrunk to what is used and a margin.${unread.length > 0 ? ` Say how full ${unread.map(sayPartition).join(' and ')} is: it may shrink then.` : ''}${bare > 0 ? ` Of these, ${bare.toLocaleString('en-GB')} are kept bare.` : ''}`,
  shortSectors,
});

/** Problems of a table that make its numbers worthless. */
const BROKEN = [
  'gpt-unreadable',
  'gpt-gone',
  'partitions-overlap',
  'mbr-chain-loop',
  'mbr-chain-broken',
  'partition-beyond-end',
  'logical-outside-extended',
];

const no = (code: NoLayout['code'], sentence: string): NoLayout => ({
  ok: false,
  code,
  sentence,
  shortSectors: 0,
});

function usableOf(
  table: 'gpt' | 'mbr',
  { sectorSize, totalSectors }: TargetDisk,
): { first: number; last: number } {
  const first = ALIGN_BYTES / sectorSize;
  if (table === 'gpt') return { first, last: totalSectors - 2 - GPT_ENTRY_BYTES / sectorSize };
  return { first, last: Math.min(totalSectors - 1, MOST_MBR_SECTORS) };
}

/**
 * Partitions in the order they will stand in, logical ones inside their extended one, each with what is fixed
 * about it.
 */
function itemsOf(
  source: SourceDisk,
  target: TargetDisk,
  { unlocked }: LayoutSettings,
  notes: string[],
): Item[] {
  const ordered = [...source.partitions].sort((one, other) => one.startSector - other.startSector);
  const extended = ordered.find((one) => one.kind === 'extended');
  const isInside = (one: SourcePartition) =>
    extended !== undefined && one.number >= 5 && source.table === 'mbr';
  const align = ALIGN_BYTES / target.sectorSize;
  let furthest = 0;
  const items = ordered.map((partition): Item => {
    const bytes = bytesOf(source, partition.sectors);
    const nature = natureOf(partition, unlocked);
    const startByte = bytesOf(source, partition.startSector);
    const gapBytes = startByte - furthest;
    if (partition.kind !== 'extended') furthest = startByte + bytes;
    const sectors = Math.ceil(bytes / target.sectorSize);
    const least = Math.min(
      sectors,
      up(Math.ceil(leastBytes(partition, bytes, nature) / target.sectorSize), align),
    );
    return {
      partition,
      nature,
      sectors,
      leastSectors: least,
      // Less than two megabytes is what alignment leaves, not a gap.
      gapSectors:
        gapBytes >= 2 * ALIGN_BYTES && partition.kind !== 'extended'
          ? down(Math.floor(gapBytes / target.sectorSize), align)
          : 0,
      inside: isInside(partition),
    };
  });
  const firstElastic = items.findIndex((item) => item.nature !== 'rigid');
  const inTheWay = (item: Item, at: number) =>
    item.partition.kind === 'recovery' && !item.inside && firstElastic >= 0 && at > firstElastic && !extended;
  const toEnd = items.filter(inTheWay);
  const stay = items.filter((item, at) => !inTheWay(item, at));
  if (toEnd.length > 0 && stay.at(-1)?.nature !== 'rigid')
    notes.push(
      `${toEnd.map((item) => sayPartition(item.partition)).join(' and ')} ${toEnd.length === 1 ? 'goes' : 'go'} to the end first: there nothing is in the way of growing.`,
    );
  if (ordered.some((one) => bytesOf(source, one.startSector) % ALIGN_BYTES !== 0))
    notes.push('Starts are moved to whole megabytes; they were aligned to old cylinders or not at all.');
  const odd = items.filter((item) => bytesOf(source, item.partition.sectors) % target.sectorSize !== 0);
  if (odd.length > 0) notes.push('Sizes that are no whole number of the new drive’s sectors are rounded up.');
  return [...stay, ...toEnd.map((item) => ({ ...item, gapSectors: 0 }))];
}

const up = (sectors: number, step: number): number => Math.ceil(sectors / step) * step;
const down = (sectors: number, step: number): number => Math.floor(sectors / step) * step;
const sayMib = (bytes: number): string =>
  bytes < 2 ** 30 ? `${(bytes / 2 ** 20).toFixed(1)} MiB` : `${(bytes / 2 ** 30).toFixed(1)} GiB`;
