import { say, type CodeOf, type FactsOf, type Said } from '../../units/index.js';
import { HANDS, type Role } from '../shape/actor.js';
import type { Phase } from '../shape/phases.js';
import type { JobState } from '../shape/state.js';
import { GATES } from '../words/en/gates.js';

export type GateCode = CodeOf<typeof GATES>;

/** One thing that is missing before the job may go on. */
export interface Missing {
  /**
   * What is missing, and behind a colon of which thing, where there may be several. It is stable: waivers
   * name it.
   */
  readonly code: string;
  readonly facts: Said['facts'];
  readonly sentence: string;
  /** Who may let it go, with a reason; empty: nobody. */
  readonly waivableBy: readonly Role[];
  /** The part of the job where it is settled, when that is another than the one the job is at. */
  readonly at: Phase | null;
}

/** What a phase wants before it lets the job go on. A gate never changes anything. */
export type Gate = (job: JobState) => Missing[];

interface About {
  /** Which of several. */
  readonly about?: string | number;
  /** Where it is settled, when that is elsewhere. */
  readonly at?: Phase;
}

const open = (
  { code, facts, sentence }: Said,
  waivableBy: readonly Role[],
  { about, at }: About,
): Missing => ({
  code: about === undefined ? code : `${code}:${about}`,
  facts,
  sentence,
  waivableBy,
  at: at ?? null,
});

/** Nobody may let it go. */
export const must = <Code extends GateCode>(
  code: Code,
  about: About,
  ...facts: FactsOf<typeof GATES, Code>
): Missing => open(say(GATES, code, ...facts), [], about);

/** Whoever holds one of the roles may let it go with a reason; left out: the bench. */
export const should = <Code extends GateCode>(
  code: Code,
  { by = HANDS, ...about }: About & { readonly by?: readonly Role[] },
  ...facts: FactsOf<typeof GATES, Code>
): Missing => open(say(GATES, code, ...facts), by, about);
