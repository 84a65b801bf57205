import { part } from './part.js';
import { Stamp } from './stamp.js';
import * as z from 'zod';
import { HoleSchema, ScrewSchema } from '../../hardware/index.js';

/** Where a screw could belong: a group of holes of one step. */
const HolesOfStepSchema = z.strictObject({
  stepId: z.string(),
  title: z.string(),
  holes: z.array(HoleSchema),
});
export type HolesOfStep = z.infer<typeof HolesOfStepSchema>;

/** One kind of screw, as counted on the mat against what the steps say lies there. */
export const CountLineSchema = z.strictObject({
  screw: ScrewSchema,
  expected: z.number().int().min(0),
  counted: z.number().int().min(0),
  /**
   * Left over: holes driven already, one of which has to be empty. Missing: holes that are still open for it.
   */
  holes: z.array(HolesOfStepSchema),
  /** What to do about it; empty where the count is right. */
  sentence: z.string(),
});
export type CountLine = z.infer<typeof CountLineSchema>;

export const screwCountPart = part(
  {
    /** The last count of the loose screws, and what it showed. */
    screwCount: z.strictObject({ lines: z.array(CountLineSchema), ...Stamp }).nullable(),
  },
  { screwCount: null },
);
