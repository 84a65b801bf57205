import type { PartitionKind } from '../standards/index.js';
import type { SourceDisk, SourcePartition } from '../move/index.js';

const GIB_SECTORS = 2 ** 21;

/** Invented old drives: a test states only what it is about. Sizes are GiB of 512-byte sectors. */
export const sourcePartition = (
  number: number,
  startSector: number,
  gib: number,
  own: Partial<SourcePartition> & { kind?: PartitionKind } = {},
): SourcePartition => ({
  number,
  startSector,
  sectors: Math.round(gib * GIB_SECTORS),
  type: 'ebd0a0a2-b9e5-4433-87c0-68b6b72699c7',
  kind: 'data',
  name: '',
  bootable: false,
  uuid: `5a110e06-0412-4b1e-9c0d-5e1f7a3c00a${number}`,
  attributes: '',
  fileSystem: null,
  usedBytes: null,
  ...own,
});

export const sourceDisk = (
  partitions: readonly SourcePartition[],
  totalSectors: number,
  own: Partial<SourceDisk> = {},
): SourceDisk => ({
  table: 'gpt',
  sectorSize: 512,
  totalSectors,
  diskId: '5a110e06-0412-4b1e-9c0d-5e1f7a3c0001',
  usable: { first: 2048, last: totalSectors - 34 },
  partitions: [...partitions],
  problems: [],
  ...own,
});

/** The drive of demo/dumps/sallow.sfdisk: start, reserved, System, Photos, repair, restore. */
export function sallow(): SourceDisk {
  const start = sourcePartition(1, 2048, 0.3, {
    kind: 'efi-system',
    name: 'start',
    sectors: 628_736,
    fileSystem: 'fat',
  });
  const parts = [
    start,
    sourcePartition(2, 630_784, 0, { kind: 'reserved', sectors: 32_768 }),
    sourcePartition(3, 663_552, 300, { name: 'System', fileSystem: 'ntfs', usedBytes: 187 * 2 ** 30 }),
    sourcePartition(4, 629_809_152, 160, { name: 'Photos', fileSystem: 'ntfs', usedBytes: 131 * 2 ** 30 }),
    sourcePartition(5, 965_353_472, 1, { kind: 'recovery', name: 'repair' }),
    sourcePartition(6, 967_450_624, 15, { kind: 'recovery', name: 'restore' }),
  ];
  return sourceDisk(parts, 1_000_215_216);
}
