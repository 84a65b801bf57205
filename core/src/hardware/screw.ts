import * as z from 'zod';
import { COARSE_PITCH_MM, type MetricThread } from '../standards/index.js';

const threads = Object.keys(COARSE_PITCH_MM) as [MetricThread, ...MetricThread[]];

/** One kind of screw: thread x length under the head, head form and the bit that turns it. */
export const ScrewSchema = z.strictObject({
  thread: z.enum(threads),
  lengthMm: z.number().min(1).max(40),
  head: z.enum(['pan', 'wafer', 'flat']),
  bit: z.string().min(1).max(12),
});
export type Screw = z.infer<typeof ScrewSchema>;

/** `M2 × 2.5 wafer` */
export const sayScrew = (screw: Screw): string => `${screw.thread} × ${screw.lengthMm} ${screw.head}`;
