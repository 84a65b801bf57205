import * as z from 'zod';
import { PARTITION_KINDS } from '../standards/index.js';

const sector = z.number().int().min(0);

const FILE_SYSTEMS = [
  'ntfs',
  'exfat',
  'fat',
  'ext',
  'btrfs',
  'xfs',
  'swap',
  'luks',
  'encrypted',
  'lvm',
] as const;
const FileSystemSchema = z.enum(FILE_SYSTEMS);
export type FileSystem = z.infer<typeof FileSystemSchema>;

/** A partition as any table describes it. */
const PartitionSchema = z.strictObject({
  number: z.number().int().min(1),
  startSector: sector,
  sectors: sector,
  /** Lower-case GUID, or two lower-case hex digits. */
  type: z.string().max(36),
  kind: z.enum(PARTITION_KINDS),
  name: z.string().max(80),
  bootable: z.boolean(),
});

/** Something wrong with a table, by a stable code. */
const TableProblemSchema = z.strictObject({ code: z.string().max(60), message: z.string().max(400) });
export type TableProblem = z.infer<typeof TableProblemSchema>;

export const SectorSizeSchema = z.literal([512, 4096]);
export type SectorSize = z.infer<typeof SectorSizeSchema>;

/** What an image of a disk says, as `./petrichor read` prints it. */
export const DiskImageSchema = z.strictObject({
  format: z.literal('disk-image'),
  table: z.enum(['gpt', 'mbr', 'none']),
  sectorSize: SectorSizeSchema,
  totalSectors: sector,
  /** GPT: lower-case GUID. MBR: `0x` and eight hex digits. Null: no table. */
  diskId: z.string().max(40).nullable(),
  partitions: z.array(PartitionSchema),
  problems: z.array(TableProblemSchema),
});
export type DiskImage = z.infer<typeof DiskImageSchema>;

/** A partition with what a copy has to keep: its identity, and what lies in it. */
export const TablePartitionSchema = PartitionSchema.extend({
  /** GPT: the partition's own GUID, lower case. */
  uuid: z.string().max(40).nullable(),
  /** GPT attributes in the words of `sfdisk`; empty: none. */
  attributes: z.string().max(200),
  /** Recognised by its first bytes; null: not looked at, or not known. */
  fileSystem: FileSystemSchema.nullable(),
});
export type TablePartition = z.infer<typeof TablePartitionSchema>;

/** A partition table, from an image or from `sfdisk`. */
export const DiskTableSchema = z.strictObject({
  table: z.enum(['gpt', 'mbr', 'none']),
  sectorSize: SectorSizeSchema,
  /** Null: the source does not say. */
  totalSectors: sector.nullable(),
  diskId: z.string().max(40).nullable(),
  /** GPT: first and last sector that partitions may use. */
  usable: z.strictObject({ first: sector, last: sector }).nullable(),
  partitions: z.array(TablePartitionSchema).max(300),
  problems: z.array(TableProblemSchema),
});
export type DiskTable = z.infer<typeof DiskTableSchema>;

/** What `sfdisk` printed, as `./petrichor read` prints it. */
export const PartitionTableSchema = z.strictObject({
  format: z.literal('sfdisk'),
  table: z.enum(['gpt', 'mbr']),
  sectorSize: SectorSizeSchema,
  totalSectors: sector.nullable(),
  diskId: z.string().max(40).nullable(),
  usable: z.strictObject({ first: sector, last: sector }).nullable(),
  partitions: z.array(PartitionSchema.extend({ uuid: z.string().nullable(), attributes: z.string() })),
});
export type PartitionTable = z.infer<typeof PartitionTableSchema>;
