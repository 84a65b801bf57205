import * as z from 'zod';
import { GuideSchema } from '../../hardware/index.js';
import { StartSchema, WayStepSchema } from '../../teardown/index.js';
import { part } from './part.js';
import { PhaseSchema } from './phases.js';
import { Stamp } from './stamp.js';

/** One unit of walking: `count` things of `key` moved, a step without things done, or a step left short. */
const TickSchema = z.strictObject({
  stepId: z.string(),
  key: z.string().nullable(),
  count: z.number().int().min(0),
  short: z.string().nullable(),
  ...Stamp,
});
export type Tick = z.infer<typeof TickSchema>;

/** How a way is planned: what stands when it is planned anew, and comes back when that is taken back. */
const planShape = {
  /**
   * The guide it is walked with, whole: maps and screws stay as they were. Null: planned before guides were
   * kept.
   */
  guide: GuideSchema.nullable(),
  /** False: the machine is closed first and tried then. */
  tryBeforeClosing: z.boolean(),
  /** Whether it can be started open, and if not, why; null: planned before that was kept. */
  start: StartSchema.nullable(),
  steps: z.array(WayStepSchema),
  /** Ids of the changes that each start tries before it is closed. Empty: one start tries all. */
  rounds: z.array(z.array(z.string())).default([]),
  /** Why so many starts, or none before it is closed: sentences. */
  because: z.array(z.string()).default([]),
  /** Operations that do not come in this machine, and those that it does not have. */
  stuck: z.array(z.string()).default([]),
  notHere: z.array(z.string()).default([]),
  /** Changes that turned out to have nothing to do: their place was empty. */
  moot: z.array(z.string()).default([]),
};
export const PlannedSchema = z.strictObject(planShape);
export type PlannedWay = z.infer<typeof PlannedSchema>;

/** Why the rest of a way was planned anew: not in this machine, it does not come, other things were found. */
export const WhyAnewSchema = z.enum(['not-here', 'stuck', 'found']);

/** The way in and out of the machine, as it is walked. */
export const wayPart = part(
  {
    way: z
      .strictObject({
        guideVersion: z.number().int(),
        layers: z.array(z.strictObject({ id: z.string(), name: z.string() })),
        ...planShape,
        /**
         * Set: a visit to look, in and out again with the same drive; where the job goes back to, and why.
         */
        scouting: z.strictObject({ slotId: z.string(), from: PhaseSchema, why: z.string() }).nullable(),
        /** Why one turned back on the way in; null: one did not. */
        turnedBack: z.string().nullable().default(null),
        /** Set: it was planned anew after so many ticks. `before`: what comes back; null: nothing. */
        anew: z
          .strictObject({
            ticks: z.number().int(),
            why: WhyAnewSchema,
            what: z.string(),
            before: PlannedSchema.nullable(),
          })
          .nullable()
          .default(null),
        /** The start that is worked towards, or tried; from 1. */
        round: z.number().int().min(1).default(1),
        ticks: z.array(TickSchema),
        /** When a wait was started, by step. */
        waits: z.record(z.string(), z.string()),
      })
      .nullable(),
    /** Visits to look that are over. */
    visits: z.array(
      z.strictObject({
        slotId: z.string(),
        why: z.string(),
        steps: z.number().int(),
        minutes: z.number(),
        ...Stamp,
      }),
    ),
    serials: z.strictObject({ oldDrive: z.string().nullable(), newDrive: z.string().nullable() }),
  },
  { way: null, visits: [], serials: { oldDrive: null, newDrive: null } },
);
