import * as z from 'zod';
import {
  DiskTableSchema,
  TablePartitionSchema,
  type BlockListing,
  type DiskTable,
} from '../hardware/index.js';

/** A partition of the old drive: where it lies, and how much of it is used. */
const SourcePartitionSchema = TablePartitionSchema.extend({
  /** Null: nobody has said. Then it is never made smaller. */
  usedBytes: z.number().int().min(0).nullable(),
});
export type SourcePartition = z.infer<typeof SourcePartitionSchema>;

/** The old drive as its table describes it. */
export const SourceDiskSchema = DiskTableSchema.omit({ partitions: true }).extend({
  totalSectors: z.number().int().min(1),
  partitions: z.array(SourcePartitionSchema).max(300),
});
export type SourceDisk = z.infer<typeof SourceDiskSchema>;

export type TargetDisk = Pick<SourceDisk, 'sectorSize' | 'totalSectors'>;

/** @param totalSectors of the drive, where its table does not say. Null: then nobody knows how long it is. */
export function sourceDiskOf(table: DiskTable, totalSectors: number | null): SourceDisk | null {
  const ends = table.partitions.map((one) => one.startSector + one.sectors);
  const total = table.totalSectors ?? totalSectors ?? (ends.length > 0 ? Math.max(...ends) : null);
  if (total === null || total < 1) return null;
  return {
    ...table,
    totalSectors: total,
    partitions: table.partitions.map((one) => ({ ...one, usedBytes: null })),
  };
}

/** How full partitions are, from a listing of file systems: by the number at the end of a volume's name. */
export function withFullness(disk: SourceDisk, listing: BlockListing): SourceDisk {
  const volumes = listing.drives.flatMap((drive) => drive.volumes);
  return {
    ...disk,
    partitions: disk.partitions.map((one) => {
      const volume = volumes.find((other) => Number(/(\d{1,3})$/.exec(other.name)?.[1]) === one.number);
      if (!volume || typeof volume.usedBytes !== 'number') return one;
      return {
        ...one,
        usedBytes: Math.min(volume.usedBytes, one.sectors * disk.sectorSize),
        name: one.name || (volume.label ?? ''),
      };
    }),
  };
}

export const bytesOf = (disk: { sectorSize: number }, sectors: number): number => sectors * disk.sectorSize;

/**
 * The first byte after the last partition: a copy sector by sector has to reach as far, and no further. A
 * GPT's own copy at the end is written anew.
 */
export const endOfPartitions = (disk: SourceDisk): number =>
  bytesOf(disk, Math.max(0, ...disk.partitions.map((one) => one.startSector + one.sectors)));

/** `System`, else what it is for: what a drawing writes on it. */
export const sayPartition = ({
  name,
  kind,
  number,
}: Pick<SourcePartition, 'name' | 'kind' | 'number'>): string =>
  name !== '' ? name : `${SAY_KIND[kind]} ${number}`;

const SAY_KIND: Record<SourcePartition['kind'], string> = {
  'efi-system': 'start',
  reserved: 'reserved',
  data: 'data',
  recovery: 'recovery',
  linux: 'system',
  swap: 'swap',
  boot: 'boot',
  lvm: 'volume group',
  raid: 'array',
  encrypted: 'encrypted',
  dynamic: 'joined volume',
  hidden: 'hidden',
  extended: 'extended',
  'other-system': 'other system',
  unknown: 'unknown',
};
