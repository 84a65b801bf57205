import { evidenceOf } from './evidence.js';
import type { Cause, DiagnosisKnowledge, Observation } from './knowledge.js';
import { ifNotSeen, sumsOf, weighIn, type Misses, type Sums } from './sets.js';
import { narrow, spread, type Weighing } from './weigh.js';

/** Something that, if it were found, would put another cause first. */
export interface Overturning {
  readonly finds: readonly { readonly observation: string; readonly say: string; readonly seen: boolean }[];
  /** How likely it is to be found so, as things stand. */
  readonly chance: number;
  readonly instead: Cause;
  readonly insteadChance: number;
}

const MOST_SHOWN = 4;
/** Pairs are tried only with the findings that hurt the leading cause most by themselves. */
const HURT_MOST = 4;

/**
 * What would have to be seen to overturn the verdict: first single findings, likeliest first; where no single
 * one is enough, pairs. Exact over all sets of causes. Empty when nothing known would do it.
 */
export function overturn(
  knowledge: DiagnosisKnowledge,
  weighing: Weighing,
  answered: ReadonlySet<string>,
): Overturning[] {
  const { weights, causeOfBit } = weighing.inner;
  const leading = knowledge.causes.findIndex((cause) => cause.id === weighing.ranked[0]?.cause.id);
  if (leading < 0) return [];
  const base = sumsOf(weights);
  const open = knowledge.observations.filter(
    (one) => one.sense !== 'fact' && one.links.length > 0 && !answered.has(one.id),
  );
  const tries = open.flatMap((observation) => {
    const misses = narrow(evidenceOf(knowledge, observation, true), causeOfBit);
    const not = ifNotSeen(weights, misses);
    return [
      attempt([{ observation, misses, seen: true }], minus(base, not)),
      attempt([{ observation, misses, seen: false }], not),
    ];
  });
  const singles = tries.filter((one) => one.overturns).sort((one, other) => other.chance - one.chance);
  if (singles.length > 0) return singles.slice(0, MOST_SHOWN).map(overturningOf);
  const hurting = [...tries]
    .sort((one, other) => one.leadingChance - other.leadingChance)
    .slice(0, HURT_MOST);
  const pairs = hurting
    .flatMap((first, at) =>
      hurting.slice(at + 1).map((second): [Part, Part] => [first.parts[0]!, second.parts[0]!]),
    )
    .filter(([first, second]) => first.observation.id !== second.observation.id)
    .map(([first, second]) => {
      const copy = weights.slice();
      weighIn(copy, first.misses, first.seen);
      return attempt([first, second], weighIn(copy, second.misses, second.seen));
    })
    .filter((one) => one.overturns)
    .sort((one, other) => other.chance - one.chance);
  return pairs.slice(0, MOST_SHOWN).map(overturningOf);

  function attempt(parts: readonly Part[], sums: Sums): Attempt {
    const chances = spread(sums, causeOfBit, knowledge.causes.length);
    const best = chances.reduce((most, chance, at) => (chance > chances[most]! ? at : most), leading);
    return {
      parts,
      finds: parts.map(({ observation, seen }) => ({
        observation: observation.id,
        say: seen ? observation.say : observation.sayNot,
        seen,
      })),
      chance: sums.total / base.total,
      overturns: best !== leading,
      leadingChance: chances[leading]!,
      instead: knowledge.causes[best]!,
      insteadChance: chances[best]!,
    };
  }
}

interface Part {
  readonly observation: Observation;
  readonly misses: Misses;
  readonly seen: boolean;
}
interface Attempt extends Overturning {
  readonly parts: readonly Part[];
  readonly overturns: boolean;
  readonly leadingChance: number;
}

/** Seen and not seen together make up everything. */
const minus = (all: Sums, part: Sums): Sums => ({
  total: all.total - part.total,
  byCause: all.byCause.map((sum, at) => sum - part.byCause[at]!),
  none: all.none - part.none,
});

const overturningOf = ({ finds, chance, instead, insteadChance }: Attempt): Overturning => ({
  finds,
  chance,
  instead,
  insteadChance,
});
