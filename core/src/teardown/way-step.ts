import * as z from 'zod';
import {
  ClipsSchema,
  OperationSchema,
  SideSchema,
  TakenThingSchema,
  WaitKindSchema,
} from '../hardware/index.js';

/**
 * `in`: down to the drive. `swap`: new drive in, with what the match asked for. `out`: the mirror, back up.
 */
const LegSchema = z.enum(['in', 'swap', 'out']);
export type Leg = z.infer<typeof LegSchema>;

const RoleSchema = OperationSchema.shape.role.unwrap().unwrap();

/** One thing the hands do, as it is walked in one job: a copy, so that a later guide does not change it. */
export const WayStepSchema = z.strictObject({
  id: z.string(),
  leg: LegSchema,
  operationId: z.string().nullable(),
  title: z.string(),
  short: z.string(),
  detail: z.string().nullable(),
  caution: z.string().nullable(),
  layer: z.string(),
  /** The side it is done from; null: any. */
  side: SideSchema.nullable().default(null),
  /** Turn the machine to this side first; null: it lies right. */
  turnTo: SideSchema.nullable(),
  tool: z.string().nullable(),
  minutes: z.number(),
  waitSeconds: z.number().nullable(),
  waitKind: WaitKindSchema.default('hold'),
  clips: ClipsSchema.nullable().default(null),
  risk: z.enum(['low', 'some', 'high']).default('low'),
  live: z.boolean().default(false),
  /** What it is to the power of the machine; null: nothing, or of before this was kept. */
  role: RoleSchema.nullable().default(null),
  checks: z.array(z.string()).default([]),
  /** What leaves the machine (way in) or the tray (way out). */
  moves: z.array(TakenThingSchema),
  /** Whether it takes out; null: as its leg says, on the way in, or of before this was kept. */
  takes: z.boolean().nullable().default(null),
  /** The start that it leads to, or for the way out the last; from 1. */
  round: z.number().int().min(1).default(1),
  /** The step that it undoes, or that undoes it. */
  mirrorOf: z.string().nullable(),
});
export type WayStep = z.infer<typeof WayStepSchema>;

/** Whether hands take out by this step; else they put back. */
export const isTaking = ({ takes, leg }: Pick<WayStep, 'takes' | 'leg'>): boolean => takes ?? leg === 'in';
