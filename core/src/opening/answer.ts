import * as z from 'zod';
import { OpeningKindSchema } from './case.js';
import { SideSchema, UsedUpKindSchema } from '../hardware/index.js';

/** `in`: down. `place`: at a place, out and in. `start`: put back for a start, and it. `out`: back up. */
export const OpeningLegSchema = z.enum(['in', 'place', 'start', 'back-in', 'out']);
export type OpeningLeg = z.infer<typeof OpeningLegSchema>;

/** `none`: the machine has none. `off`: unplugged. `drained`: off, and what the board held has run out. */
export const BatterySchema = z.enum(['none', 'on', 'off', 'drained']);
export type BatteryState = z.infer<typeof BatterySchema>;

const stepSchema = z.strictObject({
  n: z.number().int().min(1),
  leg: OpeningLegSchema,
  does: z.enum(['take', 'put', 'switch', 'wait', 'look', 'start']),
  /** Of the guide; null: none of it. */
  operation: z.string().nullable(),
  change: z.string().nullable(),
  place: z.string().nullable(),
  /** What leaves the machine, and what goes in: each thing once, by the same name both ways. */
  takes: z.array(z.string()),
  puts: z.array(z.string()),
  title: z.string(),
  side: SideSchema.nullable(),
  tool: z.string().nullable(),
  minutes: z.number().min(0),
  /** Least time that it lasts, s, from when the hand began; null: as long as it takes. */
  waitSeconds: z.number().int().nullable(),
  /** The start that it leads to, or comes after the one before; from 1. */
  round: z.number().int().min(1),
  /** What it is where the guide has no operation for it; null: it is the guide's. */
  own: z.enum(['old', 'thing', 'tie', 'look', 'extra', 'lays', 'mains', 'drain', 'start']).nullable(),
  /** Of the change's extras. */
  extra: z.string().nullable(),
  /** What is laid on anew here, of that which opening uses up. */
  lays: z.array(UsedUpKindSchema),
  /** Done with the battery on. */
  live: z.boolean(),
  inside: z.boolean(),
  /** Of the machine when the step begins. */
  state: z.strictObject({ mains: z.enum(['in', 'out']), battery: BatterySchema }),
});
export type OpeningStep = z.infer<typeof stepSchema>;

const leftOverSchema = z.strictObject({ thing: z.string(), change: z.string(), why: z.string() });
const startSchema = z.strictObject({
  afterStep: z.number().int(),
  /** Null: once it is closed. */
  round: z.number().int().nullable(),
  changes: z.array(z.string()),
  expects: z.array(z.strictObject({ change: z.string(), say: z.string() })),
});

/** An opening, planned. Minutes are hands; a turn and a change of tool are counted besides. */
export const OpeningAnswerSchema = z.strictObject({
  ok: z.literal(true),
  optimal: z.boolean(),
  lowerBound: z.number(),
  minutes: z.number(),
  turns: z.number().int(),
  toolChanges: z.number().int(),
  steps: z.array(stepSchema),
  starts: z.array(startSchema),
  rounds: z.array(z.array(z.string())),
  /** Why it is tried in so many rounds, or why not before it is closed. */
  because: z.array(z.string()),
  leftOver: z.array(leftOverSchema),
  /** What one more change at another place would add, min, the cheapest first; where it was asked for. */
  oneMore: z
    .array(z.strictObject({ kind: OpeningKindSchema, place: z.string(), minutes: z.number() }))
    .default([]),
});
export type OpeningAnswer = z.infer<typeof OpeningAnswerSchema>;
