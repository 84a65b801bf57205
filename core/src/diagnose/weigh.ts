import { countEvidence, type Answer, type Evidence } from './evidence.js';
import type { Cause, DiagnosisKnowledge, Observation } from './knowledge.js';
import {
  heaviest,
  membersOf,
  priors,
  sumsOf,
  weighIn,
  type Misses,
  type Sums,
  type Weights,
} from './sets.js';

/** How likely one cause is now. Several may hold at once, so chances need not add up to 1. */
export interface CauseChance {
  readonly cause: Cause;
  readonly before: number;
  readonly now: number;
}

/** What one finding did, in the order in which the findings came. Arrays follow the edition's causes. */
export interface Step {
  readonly observation: Observation;
  readonly seen: boolean;
  readonly chances: readonly number[];
  readonly none: number;
  /** Chance after it over chance before it. */
  readonly factors: readonly number[];
}

/** The set of causes that together explains what is seen better than any other set. */
interface Explanation {
  readonly causes: readonly Cause[];
  /** Chance of just this set. */
  readonly chance: number;
  /** What is seen, and which of them accounts for it most; null: none of them, chance. */
  readonly accounts: readonly { readonly observation: Observation; readonly by: Cause | null }[];
}

export interface Weighing {
  /** Most likely first. */
  readonly ranked: readonly CauseChance[];
  /** Chance that none of the causes holds. */
  readonly none: number;
  readonly explanation: Explanation;
  /** The leading cause has reached the chance that this workshop asks for. */
  readonly settled: boolean;
  /** Findings that do not count, and why. */
  readonly silent: readonly { readonly observation: string; readonly because: string }[];
  /** The table behind it, for what builds on it (tests, overturning). Not for screens. */
  readonly inner: Table;
}

/** Weights over sets of the causes that no fact rules out. */
export interface Table {
  readonly weights: Weights;
  /** Index in the edition of the cause that each bit stands for. */
  readonly causeOfBit: readonly number[];
}

/**
 * Weighs the causes by what was found: exact, by enumeration of every set of causes (see sets.ts).
 *
 * @example
 * ```ts
 * import { shippedDiagnosis, weigh } from '@petrichor/core/diagnose';
 * const { ranked } = weigh(shippedDiagnosis('before'), [{ observation: 'clicks', seen: true }]);
 * ranked[0].cause.id; // 'mechanical-failing'
 * ```
 */
export function weigh(knowledge: DiagnosisKnowledge, answers: readonly Answer[]): Weighing {
  const { causes, evidence, silent } = countEvidence(knowledge, answers);
  const causeOfBit = causes.flatMap(({ prior }, at) => (prior > 0 ? [at] : []));
  const weights = start(causeOfBit, causes, evidence);
  let sums = sumsOf(weights);
  for (const one of evidence)
    if (one.seen) sums = scaled(weights, weighIn(weights, narrow(one, causeOfBit), true));
  const now = spread(sums, causeOfBit, causes.length);
  const ranked = causes
    .map(({ cause, prior }, at): CauseChance => ({ cause, before: prior, now: now[at]! }))
    .sort((a, b) => b.now - a.now);
  return {
    ranked,
    none: sums.none / sums.total,
    explanation: explain(knowledge, weights, sums.total, causeOfBit, evidence),
    settled: (ranked[0]?.now ?? 0) >= knowledge.settledFrom,
    silent,
    inner: { weights, causeOfBit },
  };
}

/**
 * Priors with everything that was looked for and not seen: it keeps causes independent, so it costs no pass.
 */
function start(
  causeOfBit: readonly number[],
  causes: readonly { prior: number }[],
  evidence: readonly Evidence[],
): Weights {
  const absent = evidence.filter((one) => !one.seen);
  const chances = causeOfBit.map((at) => {
    const { prior } = causes[at]!;
    const holds = absent.reduce((chance, one) => chance * one.misses[at]!, prior);
    return holds / (holds + 1 - prior);
  });
  return priors(chances);
}

export const narrow = ({ misses, missesBare }: Evidence, causeOfBit: readonly number[]): Misses => ({
  bare: missesBare,
  byCause: Float64Array.from(causeOfBit, (at) => misses[at]!),
});

/** Keeps the numbers from vanishing: forty findings of one in a million would leave nothing of a double. */
function scaled(weights: Weights, sums: Sums): Sums {
  if (sums.total > 1e-60) return sums;
  const factor = 1 / sums.total;
  for (let set = 0; set < weights.length; set++) weights[set] = weights[set]! * factor;
  return { total: 1, byCause: sums.byCause.map((sum) => sum * factor), none: sums.none * factor };
}

/** Chances by the edition's causes; 0 for those that a fact rules out. */
export function spread({ byCause, total }: Sums, causeOfBit: readonly number[], causes: number): number[] {
  const chances = new Array<number>(causes).fill(0);
  causeOfBit.forEach((at, bit) => (chances[at] = byCause[bit]! / total));
  return chances;
}

/**
 * How the chances moved from finding to finding: what the bands are drawn from. One pass over the table a
 * finding.
 */
export function trace(
  knowledge: DiagnosisKnowledge,
  answers: readonly Answer[],
): { readonly noneBefore: number; readonly steps: Step[] } {
  const { causes, evidence } = countEvidence(knowledge, answers);
  const causeOfBit = causes.flatMap(({ prior }, at) => (prior > 0 ? [at] : []));
  const weights = start(causeOfBit, causes, []);
  let before = causes.map((one) => one.prior);
  const steps = evidence.map((one): Step => {
    const sums = scaled(weights, weighIn(weights, narrow(one, causeOfBit), one.seen));
    const chances = spread(sums, causeOfBit, causes.length);
    const factors = chances.map((chance, at) => (before[at]! > 0 ? chance / before[at]! : 1));
    before = chances;
    return { observation: one.observation, seen: one.seen, chances, none: sums.none / sums.total, factors };
  });
  return { noneBefore: causes.reduce((chance, one) => chance * (1 - one.prior), 1), steps };
}

function explain(
  knowledge: DiagnosisKnowledge,
  weights: Weights,
  total: number,
  causeOfBit: readonly number[],
  evidence: readonly Evidence[],
): Explanation {
  const set = heaviest(weights);
  const members = membersOf(set).map((bit) => causeOfBit[bit]!);
  const accounts = evidence
    .filter((one) => one.seen)
    .map(({ observation, misses }) => {
      const strongest = members.reduce<number | null>(
        (best, at) => (best === null || misses[at]! < misses[best]! ? at : best),
        null,
      );
      return {
        observation,
        by: strongest !== null && misses[strongest]! < 1 ? knowledge.causes[strongest]! : null,
      };
    });
  return { causes: members.map((at) => knowledge.causes[at]!), chance: weights[set]! / total, accounts };
}

/** The chances if one finding had not been made: what it alone holds up. */
export const without = (
  knowledge: DiagnosisKnowledge,
  answers: readonly Answer[],
  observation: string,
): Weighing =>
  weigh(
    knowledge,
    answers.filter((one) => one.observation !== observation),
  );
