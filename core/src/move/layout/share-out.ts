import type { LayoutWishes } from './wishes.js';
import { ALIGN_BYTES, endOf, type Item } from './place.js';

interface SharedOut {
  /** The same items with the sizes they get. */
  readonly items: readonly Item[];
  /** Sectors that are missing even with everything at its least; 0: it fits. */
  readonly short: number;
  /** The most sectors this partition could have, with every other at its least or its wish. */
  most(number: number): number;
}

/**
 * Gives every partition its size between `first` and `end`: rigid ones keep theirs, wishes are held as far as
 * the others' least allows, the rest is shared out in proportion to the old sizes. What rounding leaves goes
 * to the last that can take it.
 */
export function shareOut(
  items: readonly Item[],
  first: number,
  end: number,
  wishes: LayoutWishes,
  sectorSize: number,
): SharedOut {
  const align = ALIGN_BYTES / sectorSize;
  const atLeast = items.map((item) => ({
    ...item,
    sectors: item.nature === 'rigid' ? item.sectors : item.leastSectors,
  }));
  const room = (now: readonly Item[]) => end - endOf(now, first, sectorSize);
  const short = Math.max(0, -room(atLeast));
  if (short > 0) return { items: atLeast, short, most: () => 0 };

  // Wishes first, each as far as the least of all others leaves room.
  let now = atLeast;
  const wished = new Set<number>();
  for (const [at, item] of items.entries()) {
    const wish = wishes.sizes[String(item.partition.number)];
    if (wish === undefined || item.nature === 'rigid') continue;
    wished.add(at);
    const asked = Math.max(item.leastSectors, Math.floor(wish / sectorSize / align) * align);
    now = withSize(now, at, Math.min(asked, largest(now, at, align, room)));
  }
  const fixed = now;

  const free = items.flatMap((item, at) => (item.nature !== 'rigid' && !wished.has(at) ? [at] : []));
  if (free.length > 0) {
    now = proportioned(items, fixed, free, align, room);
    // The last of them takes what rounding left: to the last sector where nothing stands behind it.
    const last = free.at(-1)!;
    now = withSize(now, last, largest(now, last, align, room));
  }
  return {
    items: now,
    short: 0,
    most: (number) => {
      const at = items.findIndex((item) => item.partition.number === number);
      return at < 0 ? 0 : largest(withSize(fixed, at, items[at]!.leastSectors), at, align, room);
    },
  };
}

/**
 * The most sectors this one can have while the others stay as they are: on a whole megabyte where something
 * stands behind it.
 */
function largest(
  now: readonly Item[],
  at: number,
  align: number,
  room: (now: readonly Item[]) => number,
): number {
  const all = now[at]!.sectors + Math.max(0, room(now));
  if (room(withSize(now, at, all)) >= 0) return all;
  return Math.max(now[at]!.sectors, Math.floor(all / align) * align);
}

const withSize = (items: readonly Item[], at: number, sectors: number): Item[] =>
  items.map((item, index) => (index === at ? { ...item, sectors } : item));

/**
 * Sizes in proportion to the old ones by one factor, but never below the least: the largest factor that still
 * fits.
 */
function proportioned(
  items: readonly Item[],
  fixed: readonly Item[],
  free: readonly number[],
  align: number,
  room: (now: readonly Item[]) => number,
): Item[] {
  const scaled = (factor: number): Item[] =>
    fixed.map((item, at) =>
      free.includes(at)
        ? {
            ...item,
            sectors: Math.max(item.leastSectors, Math.floor((items[at]!.sectors * factor) / align) * align),
          }
        : item,
    );
  let [low, high] = [0, 1];
  while (room(scaled(high)) >= 0 && high < 2 ** 30) high *= 2;
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (room(scaled(middle)) >= 0) low = middle;
    else high = middle;
  }
  return scaled(low);
}
