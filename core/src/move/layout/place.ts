import type { SourcePartition } from '../disk.js';
import type { Nature } from './nature.js';

/**
 * Starts lie on whole megabytes: every sector and page size of today divides it (common practice; what
 * Debian's sfdisk does).
 */
export const ALIGN_BYTES = 2 ** 20;

/** A partition to be placed; sizes in sectors of the target. */
export interface Item {
  readonly partition: SourcePartition;
  readonly nature: Nature;
  readonly sectors: number;
  readonly leastSectors: number;
  /** Room that stays free before it. */
  readonly gapSectors: number;
  /** A logical partition, in the extended one before it. */
  readonly inside: boolean;
}
interface Place {
  readonly item: Item;
  readonly startSector: number;
  readonly sectors: number;
}

/**
 * One after the other from `first`: each start aligned, a link sector before each logical partition, the
 * extended one around them.
 */
export function place(items: readonly Item[], first: number, sectorSize: number): Place[] {
  const align = ALIGN_BYTES / sectorSize;
  const places: Place[] = [];
  let cursor = first;
  let holder = -1;
  for (const item of items) {
    const from = cursor + item.gapSectors + (item.inside ? 1 : 0);
    const startSector = Math.ceil(from / align) * align;
    if (item.partition.kind === 'extended') {
      holder = places.length;
      // Its size is what its logical partitions take.
      places.push({ item, startSector, sectors: 1 });
      cursor = startSector + 1;
      continue;
    }
    places.push({ item, startSector, sectors: item.sectors });
    cursor = startSector + item.sectors;
    if (item.inside && holder >= 0) {
      const around = places[holder]!;
      places[holder] = { ...around, sectors: cursor - around.startSector };
    }
  }
  return places;
}

/** The first sector after all of them. */
export const endOf = (items: readonly Item[], first: number, sectorSize: number): number =>
  Math.max(first, ...place(items, first, sectorSize).map((one) => one.startSector + one.sectors));
