import { BENCH, type Role } from '../shape/actor.js';
import type { Phase } from '../shape/phases.js';
import type { JobState } from '../shape/state.js';

/** One thing that is missing before the job may go on. `code` is stable: waivers name it. */
export interface Missing {
  readonly code: string;
  readonly sentence: string;
  /** Who may let it go, with a reason; empty: nobody. */
  readonly waivableBy: readonly Role[];
  /** The part of the job where it is settled, when that is another than the one the job is at. */
  readonly at: Phase | null;
}

/** What a phase wants before it lets the job go on. A gate never changes anything. */
export type Gate = (job: JobState) => Missing[];

export const must = (code: string, sentence: string, at: Phase | null = null): Missing => ({ code, sentence, waivableBy: [], at });
export const should = (code: string, sentence: string, waivableBy: readonly Role[] = BENCH, at: Phase | null = null): Missing => ({
  code,
  sentence,
  waivableBy,
  at,
});
