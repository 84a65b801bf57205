import type { Cause, SignLink, Observation, Remedy, Sense, Source, StopRule, Test } from '../knowledge.js';

/**
 * How the shipped editions are written down: one line a number, its reason beside it. Numbers without another
 * source are common practice, no source: a workshop corrects them by its own jobs.
 */
const PRIOR_JOBS = 20;

export const REPLACE: Remedy = { kind: 'replace-drive', medium: 'any', atLeast: 'same' };
export const NO_DRIVE: Remedy = { kind: 'no-drive' };

type CauseWords = Pick<Cause, 'say' | 'short' | 'prior' | 'why' | 'remedy' | 'cure'> & Partial<Cause>;
export const cause = (id: string, words: CauseWords): Cause => ({
  id,
  source: 'common-practice',
  priorJobs: PRIOR_JOBS,
  floor: 0,
  onlyIf: null,
  oldDrive: null,
  ...words,
});

/** `strength` of a cause's sign, and why. */
export const by = (
  causeId: string,
  strength: number,
  why: string,
  source: Source = 'common-practice',
): SignLink => ({
  cause: causeId,
  strength,
  why,
  source,
  priorJobs: PRIOR_JOBS,
  floor: 0,
});

type ObservationWords = Pick<Observation, 'say' | 'sayNot' | 'how' | 'picture' | 'leak' | 'leakWhy'> &
  Partial<Observation>;
const observation =
  (sense: Sense) =>
  (id: string, words: ObservationWords, ...links: SignLink[]): Observation => ({
    id,
    sense,
    words: '',
    leakSource: 'common-practice',
    refines: null,
    links,
    ...words,
  });
export const fact = observation('fact');
export const told = observation('told');
export const heard = observation('heard');
export const seen = observation('seen');
export const read = observation('read');

type TestWords = Pick<Test, 'say' | 'how' | 'answers' | 'handsMinutes'> & Partial<Test>;
export const test = (id: string, words: TestWords): Test => ({
  id,
  waitMinutes: 0,
  needsOpening: false,
  risk: 0,
  source: 'common-practice',
  ...words,
});

export const stopRule = (id: string, rule: Omit<StopRule, 'id'>): StopRule => ({ id, ...rule });
