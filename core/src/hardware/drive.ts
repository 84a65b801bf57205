import * as z from 'zod';
import { MeasureSchema } from '../units/index.js';

const DriveBaseSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  maker: z.string().min(1).max(40),
  name: z.string().min(1).max(60),
  /** Marked size in GB (10^9 bytes). */
  markedGb: z.number().int().min(1).max(64_000),
  medium: z.enum(['flash', 'rotating']),
  /** What it reads at on a link that does not hold it back, bytes per second; null: not stated. */
  readBytesPerSecond: z.number().positive().nullable(),
  priceMinor: z.number().int().min(0),
  drawer: z.string().max(12),
  inStock: z.number().int().min(0),
});

const NvmeLinkSchema = z.strictObject({
  protocol: z.literal('nvme'),
  generation: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]),
  lanes: z.union([z.literal(1), z.literal(2), z.literal(4)]),
});
const SataLinkSchema = z.strictObject({
  protocol: z.literal('sata'),
  generation: z.union([z.literal(1), z.literal(2), z.literal(3)]),
});

/** What the drive speaks and how fast at most. */
export const DriveLinkSchema = z.discriminatedUnion('protocol', [NvmeLinkSchema, SataLinkSchema]);
export type DriveLink = z.infer<typeof DriveLinkSchema>;

/** A 22-wide M.2 drive. Heights are of what stands on the board; null: nobody has measured it. */
export const M2DriveSchema = DriveBaseSchema.extend({
  family: z.literal('m2'),
  lengthMm: z.union([z.literal(30), z.literal(42), z.literal(60), z.literal(80), z.literal(110)]),
  key: z.enum(['B', 'M', 'B+M']),
  link: DriveLinkSchema,
  /** Chips, label and any spreader fixed on top, above the board's upper face. */
  topHeight: MeasureSchema.nullable(),
  /** Chips beneath the board; 0 for a single-sided drive. */
  bottomHeight: MeasureSchema.nullable(),
});
export type M2Drive = z.infer<typeof M2DriveSchema>;

/** A 2.5-inch SATA drive. */
export const TwoAndAHalfDriveSchema = DriveBaseSchema.extend({
  family: z.literal('2.5-inch'),
  height: MeasureSchema,
  link: SataLinkSchema,
});
export type TwoAndAHalfDrive = z.infer<typeof TwoAndAHalfDriveSchema>;

export const DriveSchema = z.discriminatedUnion('family', [M2DriveSchema, TwoAndAHalfDriveSchema]);
export type Drive = z.infer<typeof DriveSchema>;

/** `Pellow P3 1 TB` */
export const sayDrive = (drive: { maker: string; name: string; markedGb: number }): string =>
  `${drive.maker} ${drive.name} ${drive.markedGb >= 1000 ? `${drive.markedGb / 1000} TB` : `${drive.markedGb} GB`}`;
