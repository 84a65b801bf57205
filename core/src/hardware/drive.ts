import * as z from 'zod';
import { MeasureSchema } from '../units/index.js';
import { StretchSchema } from './stretch.js';

const DriveBaseSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  maker: z.string().min(1).max(40),
  name: z.string().min(1).max(60),
  /** Marked size in GB (10^9 bytes). */
  markedGb: z.number().int().min(1).max(64_000),
  medium: z.enum(['flash', 'rotating']),
  /** What it reads at on a link that does not hold it back, bytes per second; null: not stated. */
  readBytesPerSecond: z.number().positive().nullable(),
  /** What it still writes at once its fast cache is full, bytes per second. */
  steadyWriteBytesPerSecond: z.number().positive().nullable().default(null),
  /** What the maker lets be written in its life, TB. */
  enduranceTbw: z.number().positive().nullable().default(null),
  /** Where it keeps its map: memory of its own, the host's, or none. */
  cache: z.enum(['own', 'host', 'none']).nullable().default(null),
  /** Turns a minute of a mechanical drive. */
  rpm: z.number().int().positive().nullable().default(null),
  peakWatts: z.number().positive().max(40).nullable().default(null),
  sectors: z.enum(['512', '512e', '4kn']).default('512e'),
  priceMinor: z.number().int().min(0),
  drawer: z.string().max(12),
  /** Free on the shelf: there, and reserved for no job. */
  inStock: z.number().int().min(0),
  /** How long it takes to come when it is ordered, working days. */
  leadDays: z.number().int().min(0).max(200).nullable().default(null),
  /** Where these figures come from: the maker's sheet, a job, a measurement. */
  source: z.string().max(120).default(''),
});

const NvmeLinkSchema = z.strictObject({
  protocol: z.literal('nvme'),
  /** Null: nobody has read it. */
  generation: z.literal([1, 2, 3, 4, 5]).nullable(),
  lanes: z.literal([1, 2, 4]).nullable(),
});
const SataLinkSchema = z.strictObject({
  protocol: z.literal('sata'),
  /** Null: nobody has read it. */
  generation: z.literal([1, 2, 3]).nullable(),
});
const PataLinkSchema = z.strictObject({ protocol: z.literal('pata'), mode: z.literal([33, 66, 100, 133]) });

/** What the drive speaks and how fast at most. */
export type DriveLink = z.infer<typeof NvmeLinkSchema | typeof SataLinkSchema | typeof PataLinkSchema>;
const BoxLinkSchema = z.discriminatedUnion('protocol', [SataLinkSchema, PataLinkSchema]);

/** Heights of what stands on a card, above and beneath its board; null: nobody has measured it. */
const cardHeights = {
  topHeight: MeasureSchema.nullable(),
  bottomHeight: MeasureSchema.nullable(),
  /** Where along the card it stands. Empty: the height above holds over its whole length. */
  topProfile: z.array(StretchSchema).max(24).default([]),
  bottomProfile: z.array(StretchSchema).max(24).default([]),
};

/** A 22-wide M.2 drive. */
export const M2DriveSchema = DriveBaseSchema.extend({
  family: z.literal('m2'),
  lengthMm: z.literal([30, 42, 60, 80, 110]),
  key: z.enum(['B', 'M', 'B+M']),
  link: z.discriminatedUnion('protocol', [NvmeLinkSchema, SataLinkSchema]),
  ...cardHeights,
  /** Component-height code of its type number; it bounds the heights where nobody measured. */
  heightCode: z.enum(['S1', 'S2', 'S3', 'D1', 'D2', 'D3', 'D4', 'D5']).nullable().default(null),
  /** A spreader that comes fixed on it; its height counts in `topHeight`. */
  hasSpreader: z.boolean().default(false),
});
export type M2Drive = z.infer<typeof M2DriveSchema>;

/** An mSATA card. Its edge is that of a mini PCIe card: it looks alike and speaks another language. */
export const MsataDriveSchema = DriveBaseSchema.extend({
  family: z.literal('msata'),
  size: z.enum(['full', 'half']),
  link: SataLinkSchema,
  ...cardHeights,
});
export type MsataDrive = z.infer<typeof MsataDriveSchema>;

/** Plugs of the boxed drives. The interface goes with them: the first two are SATA, the rest PATA. */
export const ConnectorSchema = z.enum(['sata', 'micro-sata', 'pata-44', 'pata-40', 'zif-40']);
export type Connector = z.infer<typeof ConnectorSchema>;

/** How a parallel drive's jumper stands or can be set. */
const JumperSchema = z.enum(['master', 'slave', 'cable-select']);
export type Jumper = z.infer<typeof JumperSchema>;

const box = {
  height: MeasureSchema,
  connector: ConnectorSchema.default('sata'),
  link: BoxLinkSchema,
  /** Settings its jumper block offers; empty: it has none. */
  jumpers: z.array(JumperSchema).default([]),
  /** True where it reports its temperature on a lead of its own to a machine made for it. */
  sensorLead: z.boolean().default(false),
};

/** A 2.5-inch drive. */
export const TwoAndAHalfDriveSchema = DriveBaseSchema.extend({ family: z.literal('2.5-inch'), ...box });
export type TwoAndAHalfDrive = z.infer<typeof TwoAndAHalfDriveSchema>;

/** A 3.5-inch drive. */
const ThreeAndAHalfDriveSchema = DriveBaseSchema.extend({ family: z.literal('3.5-inch'), ...box });
type ThreeAndAHalfDrive = z.infer<typeof ThreeAndAHalfDriveSchema>;

/** A 1.8-inch drive: several outlines are about, so each says its own. */
const OnePointEightDriveSchema = DriveBaseSchema.extend({
  family: z.literal('1.8-inch'),
  ...box,
  length: MeasureSchema,
  width: MeasureSchema,
});
type OnePointEightDrive = z.infer<typeof OnePointEightDriveSchema>;

export const DriveSchema = z.discriminatedUnion('family', [
  M2DriveSchema,
  MsataDriveSchema,
  TwoAndAHalfDriveSchema,
  ThreeAndAHalfDriveSchema,
  OnePointEightDriveSchema,
]);
export type Drive = z.infer<typeof DriveSchema>;
/** A card lies in a socket; a box stands in a bay. */
export type CardDrive = M2Drive | MsataDrive;
export type BoxDrive = TwoAndAHalfDrive | ThreeAndAHalfDrive | OnePointEightDrive;

/** `Pellow P3 1 TB` */
export const sayDrive = (drive: Pick<Drive, 'maker' | 'name' | 'markedGb'>): string =>
  `${drive.maker} ${drive.name} ${drive.markedGb >= 1000 ? `${drive.markedGb / 1000} TB` : `${drive.markedGb} GB`}`;

/** `M.2, 80 mm, key M` · `2.5-inch, 7 mm`: what it is, in the words of a list. */
export function sayForm(drive: Drive): string {
  if (drive.family === 'm2') return `M.2, ${drive.lengthMm} mm, key ${drive.key}`;
  if (drive.family === 'msata') return drive.size === 'full' ? 'mSATA' : 'mSATA, half size';
  return `${drive.family}, ${drive.height.mm} mm`;
}

/** `NVMe gen 4 ×4` · `SATA 6 Gb/s` · `PATA 100` */
export function sayLink(link: DriveLink): string {
  if (link.protocol === 'pata') return `PATA ${link.mode}`;
  if (link.generation === null) return `${link.protocol === 'nvme' ? 'NVMe' : 'SATA'}, generation not read`;
  if (link.protocol === 'sata') return `SATA ${[1.5, 3, 6][link.generation - 1]} Gb/s`;
  return `NVMe gen ${link.generation}${link.lanes === null ? '' : ` ×${link.lanes}`}`;
}
