import type { TablePartition, TableProblem } from '../../hardware/index.js';

/**
 * What is wrong with where partitions lie: backwards, beyond the end, outside what may be used, over one
 * another.
 */
export function placementProblems(
  partitions: readonly TablePartition[],
  totalSectors: number,
  usable: { first: number; last: number } | null,
  /** The image is known to be short: what lies beyond its end is no second fault. */
  short: boolean,
): TableProblem[] {
  const problems: TableProblem[] = [];
  const say = (code: string, message: string) => problems.push({ code, message });
  for (const one of partitions) {
    const end = one.startSector + one.sectors;
    if (one.sectors === 0) say('partition-empty', `Partition ${one.number} ends before it begins.`);
    else if (!short && end > totalSectors)
      say(
        'partition-beyond-end',
        `Partition ${one.number} ends ${end - totalSectors} sectors beyond the end of the disk.`,
      );
    else if (usable && (one.startSector < usable.first || end - 1 > usable.last))
      say(
        'partition-outside-usable',
        `Partition ${one.number} lies outside the sectors that the table leaves for partitions.`,
      );
    if (one.startSector === 0)
      say('partition-at-zero', `Partition ${one.number} begins at sector 0, where the table itself is.`);
  }
  const holder = partitions.find((one) => one.kind === 'extended');
  for (const one of partitions)
    if (holder && one.number >= 5 && isOutside(one, holder))
      say('logical-outside-extended', `Logical partition ${one.number} lies outside the extended partition.`);
  for (const lane of [
    partitions.filter((one) => one.number < 5 || !holder),
    partitions.filter((one) => holder && one.number >= 5),
  ])
    problems.push(...overlaps(lane));
  return problems;
}

/** Partitions of one kind that lie over each other. */
function overlaps(lane: readonly TablePartition[]): TableProblem[] {
  const problems: TableProblem[] = [];
  const inOrder = [...lane].sort((one, other) => one.startSector - other.startSector);
  // Whoever reached furthest so far: a long partition may lie over several.
  let furthest: TablePartition | undefined;
  for (const one of inOrder) {
    if (furthest && furthest.startSector + furthest.sectors > one.startSector)
      problems.push({
        code: 'partitions-overlap',
        message: `Partitions ${furthest.number} and ${one.number} lie over each other.`,
      });
    if (!furthest || one.startSector + one.sectors > furthest.startSector + furthest.sectors) furthest = one;
  }
  return problems;
}

const isOutside = (one: TablePartition, holder: TablePartition): boolean =>
  one.startSector <= holder.startSector ||
  one.startSector + one.sectors > holder.startSector + holder.sectors;
