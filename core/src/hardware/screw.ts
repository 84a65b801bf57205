import * as z from 'zod';
import { COARSE_PITCH_MM, type Thread } from '../standards/index.js';

const threads = Object.keys(COARSE_PITCH_MM) as [Thread, ...Thread[]];
export const ThreadSchema = z.enum(threads);

/** One kind of screw: thread x length under the head, head form and the bit that turns it. */
export const ScrewSchema = z.strictObject({
  thread: ThreadSchema,
  lengthMm: z.number().min(1).max(40),
  head: z.enum(['pan', 'wafer', 'flat']),
  bit: z.string().min(1).max(12),
  /** Null: nobody measured it. */
  headDiameterMm: z.number().min(1).max(12).nullable().default(null),
  headHeightMm: z.number().min(0).max(6).nullable().default(null),
  /** `forming` cuts its own thread in plastic; it does not go into metal. */
  form: z.enum(['machine', 'forming']).default('machine'),
});
export type Screw = z.infer<typeof ScrewSchema>;

/** `M2 × 2.5 wafer` */
export const sayScrew = (screw: Pick<Screw, 'thread' | 'lengthMm' | 'head'>): string =>
  `${screw.thread} × ${screw.lengthMm} ${screw.head}`;
