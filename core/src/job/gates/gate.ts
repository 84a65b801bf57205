import type { JobState } from '../state.js';

/** One thing that is missing before the job may go on. `code` is stable: waivers name it. */
export interface Missing {
  readonly code: string;
  readonly sentence: string;
  /** May a technician let it go, with a reason? */
  readonly waivable: boolean;
}

/** What a phase wants before it lets the job go on. A gate never changes anything. */
export type Gate = (job: JobState) => Missing[];

export const must = (code: string, sentence: string): Missing => ({ code, sentence, waivable: false });
export const should = (code: string, sentence: string): Missing => ({ code, sentence, waivable: true });
