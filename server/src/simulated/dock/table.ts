import type { DriveTableReply } from '@petrichor/api';
import { writeSfdiskJson } from '@petrichor/core/formats';
import type { SimulatedDrive } from './drive.js';

const SECTOR_BYTES = 512;
/** `lsblk` calls file systems by other names. */
const LSBLK_NAMES: Readonly<Record<string, string>> = { fat: 'vfat', ext: 'ext4', luks: 'crypto_LUKS' };

/** What `sfdisk --json` and `lsblk --json` would print of the drive; null: it has no table. */
export function tableOf({ layout, capacityBytes, model, serial }: SimulatedDrive): DriveTableReply | null {
  if (!layout) return null;
  const total = Math.floor(capacityBytes / SECTOR_BYTES);
  const usable = layout.table === 'gpt' ? { first: 2048, last: total - 34 } : null;
  const listing = {
    blockdevices: [
      {
        name: 'sdx',
        type: 'disk',
        size: capacityBytes,
        model,
        serial,
        children: layout.partitions.map((one) => ({
          name: `sdx${one.number}`,
          type: 'part',
          size: one.sectors * SECTOR_BYTES,
          fstype: one.fileSystem === null ? null : (LSBLK_NAMES[one.fileSystem] ?? one.fileSystem),
          label: one.name,
          fssize: one.sectors * SECTOR_BYTES,
          fsused: one.usedBytes,
        })),
      },
    ],
  };
  const table = writeSfdiskJson(
    {
      table: layout.table,
      sectorSize: SECTOR_BYTES,
      diskId: layout.diskId,
      usable,
      partitions: layout.partitions,
    },
    '/dev/sdx',
  );
  return { table, listing: JSON.stringify(listing) };
}
