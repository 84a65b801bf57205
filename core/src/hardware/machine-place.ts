import * as z from 'zod';
import { BatteryFactsSchema, WirelessFactsSchema } from './companions.js';
import { SourcesSchema } from './fact-source.js';
import { BaySlotSchema, M2SlotSchema, MsataSlotSchema, SolderedSlotSchema, type Slot } from './slot.js';

/** What every place has besides its own facts. */
const placeBase = {
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  label: z.string().min(1).max(60),
  /** Operations that must be done before it is in reach. Null: nobody has said. */
  reach: z.array(z.string()).nullable().default(null),
  sources: SourcesSchema,
};

/** A socket for a memory module. What all of them have in common stands with the board's memory. */
export const MemorySocketSchema = z.strictObject({
  ...placeBase,
  kind: z.literal('memory'),
  /** As the board calls it; null: nobody looked. */
  channel: z.string().min(1).max(10).nullable().default(null),
  maxGib: z.number().positive().nullable().default(null),
  /** What the maker put there, GiB. Zero: nothing. Null: nobody has said, or it differs. */
  fittedGib: z.number().min(0).nullable().default(null),
});
export type MemorySocket = z.infer<typeof MemorySocketSchema>;

export const BatteryPlaceSchema = z.strictObject({
  ...placeBase,
  kind: z.literal('battery'),
  /** `outside`: a latch lets it go, the machine stays closed. Null: nobody has said. */
  held: z.enum(['inside', 'outside']).nullable().default(null),
  /** Of the battery that belongs there. Null: nobody looked. */
  facts: BatteryFactsSchema.nullable().default(null),
});

export const WirelessSocketSchema = z.strictObject({
  ...placeBase,
  kind: z.literal('wireless'),
  /** Null: nobody looked. */
  facts: WirelessFactsSchema.nullable().default(null),
});

export const CoolerPlaceSchema = z.strictObject({
  ...placeBase,
  kind: z.literal('cooler'),
  fans: z.number().int().min(0).max(4).nullable().default(null),
  /** What lies between chip and cooler. Null: nobody looked. */
  between: z.enum(['paste', 'pads', 'paste-and-pads']).nullable().default(null),
});

export const CoinCellPlaceSchema = z.strictObject({
  ...placeBase,
  kind: z.literal('coin-cell'),
  /** `soldered` has tabs, `leaded` a plug; null: nobody looked. */
  held: z.enum(['holder', 'leaded', 'soldered']).nullable().default(null),
});

/** Where something sits in a machine, by an id unique in its model: one list in its document. */
export const MachinePlaceSchema = z.discriminatedUnion('kind', [
  M2SlotSchema,
  MsataSlotSchema,
  BaySlotSchema,
  SolderedSlotSchema,
  MemorySocketSchema,
  BatteryPlaceSchema,
  WirelessSocketSchema,
  CoolerPlaceSchema,
  CoinCellPlaceSchema,
]);
export type MachinePlace = z.infer<typeof MachinePlaceSchema>;

const DRIVE_KINDS: ReadonlySet<string> = new Set([
  'm2',
  'msata',
  'bay-2.5',
  'bay-3.5',
  'bay-1.8',
  'soldered',
] satisfies Slot['kind'][]);

/** Whether drives go there. */
export const isDrivePlace = (place: MachinePlace): place is Slot => DRIVE_KINDS.has(place.kind);
