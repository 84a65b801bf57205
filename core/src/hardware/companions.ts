import * as z from 'zod';

/** Where memory goes: soldered part, sockets in their fixed order, and what the controller allows. */
export const MemoryBayFactsSchema = z.strictObject({
  generation: z.enum(['ddr2', 'ddr3', 'ddr4', 'ddr5']),
  /** True: a standard-voltage module does not run here. */
  lowVoltageOnly: z.boolean().default(false),
  solderedGib: z.number().min(0).default(0),
  /** Names of the sockets in the order they are to be filled. */
  sockets: z.array(z.string().min(1).max(30)).min(1).max(8),
  maxGibPerSocket: z.number().positive().nullable().default(null),
  maxMegatransfers: z.number().int().positive(),
  /** What the controller falls back to when every socket is full. Null: it keeps its speed. */
  megatransfersAllFull: z.number().int().positive().nullable().default(null),
  /** False: the maker says pairs only. */
  oddCountsWork: z.boolean().default(true),
});
export type MemoryBayFacts = z.infer<typeof MemoryBayFactsSchema>;

export const WirelessFactsSchema = z.strictObject({
  key: z.enum(['A', 'E', 'mini-pcie']),
  antennas: z.number().int().min(1).max(4),
  /** Device ids that firmware lets start. Null: it takes any. */
  allowList: z.array(z.string()).nullable().default(null),
  /** What lies over it: `the drive`, `a heat pipe`. */
  coveredBy: z.string().max(60).nullable().default(null),
});
export type WirelessFacts = z.infer<typeof WirelessFactsSchema>;

const BatteryFactsSchema = z.strictObject({
  connector: z.string().max(30),
  wireOrder: z.string().max(40),
  lengthMm: z.number().positive(),
  widthMm: z.number().positive(),
  heightMm: z.number().positive(),
});
export type BatteryFacts = z.infer<typeof BatteryFactsSchema>;

/** What else can be changed while the machine is open. Null: not of this model, or nobody noted it. */
export const CompanionsSchema = z.strictObject({
  memory: MemoryBayFactsSchema.nullable().default(null),
  wireless: WirelessFactsSchema.nullable().default(null),
  battery: BatteryFactsSchema.nullable().default(null),
});
