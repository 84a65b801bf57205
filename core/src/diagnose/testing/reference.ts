import fc from 'fast-check';
import type { Answer } from '../evidence.js';
import type { DiagnosisKnowledge } from '../knowledge.js';
import { by, cause, NO_DRIVE, seen } from '../shipped/words.js';

/**
 * A variable of any Bayesian network over yes and no: its parents' names and its chance of 'yes' given them.
 */
export interface Variable {
  readonly name: string;
  readonly parents: readonly string[];
  readonly yes: (parents: readonly boolean[]) => number;
}

/**
 * P(query | given) by adding up the whole joint distribution. Slow, and too plain to be wrong: what the
 * engine is held against.
 */
export function enumerate(
  variables: readonly Variable[],
  query: string,
  given: Readonly<Record<string, boolean>>,
): number {
  let [yes, all] = [0, 0];
  for (let world = 0; world < 2 ** variables.length; world++) {
    const value = new Map(variables.map(({ name }, at) => [name, Math.floor(world / 2 ** at) % 2 === 1]));
    if (Object.entries(given).some(([name, wanted]) => value.get(name) !== wanted)) continue;
    let chance = 1;
    for (const { name, parents, yes: chanceOfYes } of variables) {
      const p = chanceOfYes(parents.map((parent) => value.get(parent)!));
      chance *= value.get(name) ? p : 1 - p;
    }
    all += chance;
    if (value.get(query)) yes += chance;
  }
  return yes / all;
}

/** The same network as the engine's knowledge, as plain variables: only what was answered. */
export const asVariables = (knowledge: DiagnosisKnowledge, answers: readonly Answer[]): Variable[] => [
  ...knowledge.causes.map(({ id, prior }): Variable => ({ name: id, parents: [], yes: () => prior })),
  ...knowledge.observations
    .filter((one) => answers.some((answer) => answer.observation === one.id))
    .map(({ id, links, leak }): Variable => ({
      name: id,
      parents: links.map((link) => link.cause),
      yes: (parents) =>
        1 -
        links.reduce(
          (misses, { strength }, at) => (parents[at] ? misses * (1 - strength) : misses),
          1 - leak,
        ),
    })),
];

const NAMES = { say: 'It is so', sayNot: 'It is not so', how: 'Look.', picture: 'eye', leakWhy: 'Invented.' };

/** Knowledge made of numbers alone. */
export function knowledgeOf(
  priors: readonly number[],
  observations: readonly { leak: number; strengths: readonly number[] }[],
): DiagnosisKnowledge {
  return {
    format: 'petrichor-diagnosis',
    about: 'before',
    version: 1,
    settledFrom: 0.85,
    waitWeight: 0.2,
    causes: priors.map((prior, at) =>
      cause(`c${at}`, {
        say: `Cause ${at}`,
        short: `c${at}`,
        prior,
        why: 'Invented.',
        remedy: NO_DRIVE,
        cure: 'Cure it.',
      }),
    ),
    observations: observations.map(({ leak, strengths }, at) =>
      seen(
        `o${at}`,
        { ...NAMES, leak },
        ...strengths.flatMap((strength, which) =>
          strength > 0 ? [by(`c${which}`, strength, 'Invented.')] : [],
        ),
      ),
    ),
    tests: [],
    stopRules: [],
  };
}

const chance = (min: number, max: number) => fc.double({ min, max, noNaN: true });

/** Random networks of up to `most` causes, with random answers. */
export const networks = (most: number): fc.Arbitrary<{ knowledge: DiagnosisKnowledge; answers: Answer[] }> =>
  fc
    .record({
      priors: fc.array(chance(0.01, 0.6), { minLength: 1, maxLength: most }),
      observations: fc.array(
        fc.record({
          leak: chance(0.001, 0.4),
          strengths: fc.array(fc.oneof(fc.constant(0), chance(0.05, 0.98)), {
            minLength: most,
            maxLength: most,
          }),
          answer: fc.constantFrom(true, false, null),
        }),
        { minLength: 1, maxLength: 4 },
      ),
    })
    .map(({ priors, observations }) => ({
      knowledge: knowledgeOf(
        priors,
        observations.map(({ leak, strengths }) => ({ leak, strengths: strengths.slice(0, priors.length) })),
      ),
      answers: observations.flatMap(({ answer }, at): Answer[] =>
        answer === null ? [] : [{ observation: `o${at}`, seen: answer }],
      ),
    }));
