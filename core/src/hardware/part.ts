import * as z from 'zod';
import { ScrewSchema, ThreadSchema } from './screw.js';

const PartBaseSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,60}$/),
  name: z.string().min(1).max(80),
  priceMinor: z.number().int().min(0),
  drawer: z.string().max(12),
  /** Free on the shelf: there, and reserved for no job. */
  inStock: z.number().int().min(0),
  leadDays: z.number().int().min(0).max(200).nullable().default(null),
  source: z.string().max(120).default(''),
});
/** Models it is made for. Empty: any. */
const forModels = z.array(z.string()).default([]);
const millimetres = z.number().positive().max(400);

const ScrewPartSchema = PartBaseSchema.extend({ kind: z.literal('screw'), screw: ScrewSchema });
const PostSchema = PartBaseSchema.extend({
  kind: z.literal('post'),
  thread: ThreadSchema,
  heightMm: millimetres,
  forModels,
});
/** A plate that makes a short card long. */
const ExtenderSchema = PartBaseSchema.extend({
  kind: z.literal('extender'),
  fromMm: millimetres,
  toMm: millimetres,
});
/** A plate that moves the screw hole where the post cannot go. */
const OffsetBracketSchema = PartBaseSchema.extend({
  kind: z.literal('offset-bracket'),
  fromMm: millimetres,
  toMm: millimetres,
  thicknessMm: millimetres,
  forModels,
});
const BayPartStockSchema = PartBaseSchema.extend({
  kind: z.enum(['caddy', 'studs', 'side-screws', 'flat-cable-adapter', 'foil', 'sensor-lead']),
  forModels,
});
/** Lifts a thinner drive in a bay made for a thicker one. */
const SpacerSchema = PartBaseSchema.extend({ kind: z.literal('spacer'), heightMm: millimetres });
/** Holds a 2.5-inch drive in a 3.5-inch bay. */
const ConverterSchema = PartBaseSchema.extend({
  kind: z.literal('converter'),
  from: z.literal('2.5-inch'),
  to: z.literal('3.5-inch'),
});
/** A thermal pad, as bought. */
const PadSchema = PartBaseSchema.extend({
  kind: z.literal('pad'),
  lengthMm: millimetres,
  widthMm: millimetres,
  thicknessMm: millimetres,
  /** Electrically: some are filled with metal. */
  insulates: z.boolean().default(true),
});
export type Pad = z.infer<typeof PadSchema>;
const TapeSchema = PartBaseSchema.extend({
  kind: z.literal('tape'),
  widthMm: millimetres,
  thicknessMm: millimetres,
  insulates: z.boolean(),
});
const SpreaderPartSchema = PartBaseSchema.extend({
  kind: z.literal('spreader'),
  lengthMm: millimetres,
  thicknessMm: millimetres,
});
const AdhesiveSetSchema = PartBaseSchema.extend({ kind: z.literal('adhesive-set'), forModels });
const SensorSchema = PartBaseSchema.extend({ kind: z.literal('sensor'), forModels });
const OtherPartSchema = PartBaseSchema.extend({
  kind: z.enum(['jumper', 'paste', 'cable', 'plate']),
  forModels,
});

/** A memory module, as its label says. */
export const MemorySchema = PartBaseSchema.extend({
  kind: z.literal('memory'),
  generation: z.enum(['ddr2', 'ddr3', 'ddr4', 'ddr5']),
  /**
   * A low-voltage module that also runs at the standard voltage; null: the generation has no such variant.
   */
  lowVoltage: z.boolean().default(false),
  gib: z.number().positive().max(256),
  megatransfers: z.number().int().positive(),
  ranks: z.literal([1, 2]).nullable().default(null),
});
export type Memory = z.infer<typeof MemorySchema>;

export const WirelessSchema = PartBaseSchema.extend({
  kind: z.literal('wireless'),
  key: z.enum(['A', 'E', 'A+E', 'mini-pcie']),
  antennas: z.number().int().min(1).max(4),
  /** What firmware allow-lists name it by; null: not read. */
  deviceId: z.string().max(30).nullable(),
});
export type Wireless = z.infer<typeof WirelessSchema>;

export const BatterySchema = PartBaseSchema.extend({
  kind: z.literal('battery'),
  wattHours: z.number().positive(),
  /** Null, of this and of what follows: nobody looked. */
  connector: z.string().max(30).nullable(),
  /** Order of the wires from the marked end, so that one with crossed poles is seen. */
  wireOrder: z.string().max(40).nullable(),
  lengthMm: millimetres.nullable(),
  widthMm: millimetres.nullable(),
  heightMm: millimetres.nullable(),
});
export type Battery = z.infer<typeof BatterySchema>;

/** Something small that a swap may need, or a companion that is changed while the machine is open. */
export const PartSchema = z.discriminatedUnion('kind', [
  ScrewPartSchema,
  PostSchema,
  ExtenderSchema,
  OffsetBracketSchema,
  BayPartStockSchema,
  SpacerSchema,
  ConverterSchema,
  PadSchema,
  TapeSchema,
  SpreaderPartSchema,
  AdhesiveSetSchema,
  SensorSchema,
  OtherPartSchema,
  MemorySchema,
  WirelessSchema,
  BatterySchema,
]);
export type Part = z.infer<typeof PartSchema>;
export type PartKind = Part['kind'];
export type PartOf<K extends PartKind> = Extract<Part, { kind: K }>;

export const PART_KIND_WORDS: Readonly<Record<PartKind, string>> = {
  screw: 'screw',
  post: 'post',
  extender: 'extender',
  'offset-bracket': 'offset bracket',
  caddy: 'caddy',
  studs: 'studs',
  'side-screws': 'side screws',
  'flat-cable-adapter': 'flat-cable adapter',
  foil: 'foil',
  'sensor-lead': 'sensor lead',
  spacer: 'spacer',
  converter: 'converter',
  pad: 'thermal pad',
  tape: 'tape',
  spreader: 'spreader',
  'adhesive-set': 'adhesive set',
  sensor: 'stick-on sensor',
  jumper: 'jumper',
  paste: 'heat paste',
  cable: 'cable',
  plate: 'plate',
  memory: 'memory',
  wireless: 'wireless card',
  battery: 'battery',
};

/** True where the part is made for any model, or for this one. */
export const isFor = (part: Part, modelId: string): boolean =>
  !('forModels' in part) || part.forModels.length === 0 || part.forModels.includes(modelId);
