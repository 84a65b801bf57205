import * as z from 'zod';
import { ActorSchema } from './actor.js';
import type { JobState } from './state.js';

export const RemovedFateSchema = z.enum(['returned', 'kept', 'bought-in', 'thrown-away']);
export type RemovedFate = z.infer<typeof RemovedFateSchema>;
export const SAY_REMOVED: Record<RemovedFate, string> = {
  returned: 'back to the customer',
  kept: 'kept here as fallback',
  'bought-in': 'bought in by the workshop',
  'thrown-away': 'thrown away, by local rules for waste',
};

/** A part that came out for good, and where it went. */
export const RemovedSchema = z.strictObject({
  what: z.string(),
  fate: RemovedFateSchema,
  /** Kept until this day. */
  until: z.string().nullable(),
  /** Paid to the customer for it. */
  amountMinor: z.number().int().min(0),
  note: z.string(),
  by: ActorSchema,
  at: z.string(),
});
export type Removed = z.infer<typeof RemovedSchema>;

/** Parts that came out for good besides the old drive: replaced companions, and things on the tray that were waived for. */
export function removedParts(job: Pick<JobState, 'companions' | 'tray' | 'waivers'>): string[] {
  const replaced = job.companions.filter((one) => one.outcome === 'works' && one.original !== '').map((one) => one.original);
  const waived = new Set(job.waivers.map((one) => one.code));
  const left = job.tray.filter((item) => item.kind === 'part' && item.out > 0 && waived.has(`tray:${item.id}`)).map((item) => item.label);
  return [...new Set([...replaced, ...left])];
}

/** How it stands with each; the last word counts. */
export const removedNow = (job: Pick<JobState, 'removed'>, what: string): Removed | null =>
  job.removed.findLast((one) => one.what === what) ?? null;
