import type { Answer } from './evidence.js';
import type { DiagnosisKnowledge, Risk, StopRule } from './knowledge.js';

/**
 * What the customer would lose with the data. `unknown` counts as irreplaceable until somebody says
 * otherwise.
 */
export type DataStake = 'none' | 'copied' | 'irreplaceable' | 'unknown';

export const SAY_STAKE: Record<DataStake, string> = {
  none: 'nothing that matters',
  copied: 'there is a copy elsewhere',
  irreplaceable: 'cannot be replaced',
  unknown: 'nobody has asked',
};

/** The highest risk a test may have, by what is at stake (common practice, no source). */
export const mostRisk = (stake: DataStake): Risk =>
  (({ none: 3, copied: 2, irreplaceable: 1, unknown: 1 }) as const)[stake];

export const dataMatters = (stake: DataStake): boolean => stake === 'irreplaceable' || stake === 'unknown';

/**
 * The stop rules that are met by what was seen, each with the observation that set it off; first things
 * first.
 */
export const stopsMet = (
  knowledge: DiagnosisKnowledge,
  answers: readonly Answer[],
  stake: DataStake,
): { readonly rule: StopRule; readonly observation: string }[] =>
  knowledge.stopRules
    .filter((rule) => !rule.onlyIfDataMatters || dataMatters(stake))
    .flatMap((rule) => {
      const hit = answers.find((one) => one.seen && rule.anyOf.includes(one.observation));
      return hit ? [{ rule, observation: hit.observation }] : [];
    });
