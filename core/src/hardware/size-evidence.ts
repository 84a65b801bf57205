import * as z from 'zod';

/**
 * What is known about a size in a slot, in three classes: the maker's claim, a report from outside, seen
 * here. It can fall short of a claim as well as exceed it.
 */
export const SizeEvidenceSchema = z.strictObject({
  kind: z.enum(['claimed', 'reported', 'seen-here']),
  /** Marked size in GB that was tried or is stated. */
  gb: z.number().int().positive(),
  /** False: it was tried and did not work. */
  worked: z.boolean(),
  /** Who says so: `service manual, p. 41`, `job 388`. */
  source: z.string().min(1).max(120),
});
export type SizeEvidence = z.infer<typeof SizeEvidenceSchema>;
