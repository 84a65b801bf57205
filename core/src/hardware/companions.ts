import * as z from 'zod';

/** The board's memory: its soldered part, and what the controller allows. Its sockets are places. */
export const BoardMemorySchema = z.strictObject({
  generation: z.enum(['ddr2', 'ddr3', 'ddr4', 'ddr5']),
  /** True: a standard-voltage module does not run here. */
  lowVoltageOnly: z.boolean().default(false),
  solderedGib: z.number().min(0).default(0),
  maxMegatransfers: z.number().int().positive(),
  /** What the controller falls back to when every socket is full. Null: it keeps its speed. */
  megatransfersAllFull: z.number().int().positive().nullable().default(null),
  /** False: the maker says pairs only. */
  oddCountsWork: z.boolean().default(true),
});
export type BoardMemory = z.infer<typeof BoardMemorySchema>;

/** Where memory goes: what the board says of it, and the sockets in the order they are to be filled. */
export interface MemoryBayFacts extends BoardMemory {
  /** Names of the sockets. */
  readonly sockets: readonly string[];
  readonly maxGibPerSocket: number | null;
}

export const WirelessFactsSchema = z.strictObject({
  key: z.enum(['A', 'E', 'mini-pcie']),
  antennas: z.number().int().min(1).max(4),
  /** Device ids that firmware lets start. Null: it takes any. */
  allowList: z.array(z.string()).nullable().default(null),
  /** What lies over it: `the drive`, `a heat pipe`. */
  coveredBy: z.string().max(60).nullable().default(null),
});
export type WirelessFacts = z.infer<typeof WirelessFactsSchema>;

export const BatteryFactsSchema = z.strictObject({
  connector: z.string().max(30),
  wireOrder: z.string().max(40),
  lengthMm: z.number().positive(),
  widthMm: z.number().positive(),
  heightMm: z.number().positive(),
});
export type BatteryFacts = z.infer<typeof BatteryFactsSchema>;
