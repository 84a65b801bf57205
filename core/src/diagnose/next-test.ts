import { evidenceOf, type Evidence } from './evidence.js';
import type { Cause, DiagnosisKnowledge, Risk, Test } from './knowledge.js';
import { chancesOf, inQuestion, likelySets, missesBySet, split, type LikelySets } from './likely-sets.js';
import type { Weighing } from './weigh.js';

/** What the bench allows on this job. */
export interface Bounds {
  /** The highest risk that the customer's data allows. */
  readonly mostRisk: Risk;
  /** Minutes in and out again, if the machine has to be opened for it; 0 when it is open. */
  readonly openingMinutes: number;
  /** Observations that have their answer (`settledAnswers`): they tell nothing new. */
  readonly answered: ReadonlySet<string>;
  /** Tests that were done or cannot be done here. */
  readonly leftOut?: ReadonlySet<string>;
}

interface TestOutcome {
  /** What would be found, by observation. */
  readonly finds: readonly { readonly observation: string; readonly say: string; readonly seen: boolean }[];
  readonly chance: number;
  /** The most likely causes then, the leading one first. */
  readonly top: readonly { readonly cause: Cause; readonly chance: number }[];
  readonly none: number;
  readonly settled: boolean;
}

/** A test and what it is worth now. */
export interface TestWorth {
  readonly test: Test;
  /** Hands, the way in and out where it is needed, and waiting at its weight. */
  readonly minutes: number;
  /** Hands and way alone. */
  readonly handsMinutes: number;
  /** Bits it takes off the open questions 'does this cause hold?', on average. */
  readonly bits: number;
  /** The same as a share of all that is open. */
  readonly share: number;
  readonly bitsPerMinute: number;
  /** Chance that a cause is settled after it. */
  readonly settles: number;
  readonly outcomes: readonly TestOutcome[];
}

interface PlannedTest {
  readonly test: Test;
  readonly minutes: number;
  /** Share of what is open now that is settled by then, on average. */
  readonly shareAfter: number;
  /** Chance that a cause is settled by then. */
  readonly settledAfter: number;
}

export interface Advice {
  /** Best use of minutes first. */
  readonly ranked: readonly TestWorth[];
  /** What would tell something but may not be done on this data. */
  readonly forbidden: readonly Test[];
  /** One after the other, each chosen for what the ones before leave open. */
  readonly sequence: readonly PlannedTest[];
  /** Bits open now, over all causes. */
  readonly open: number;
}

/**
 * Of a test that answers much, the most telling answers are worked out together: 2^3 ways it may come out.
 */
const MOST_ANSWERS = 3;
const LONGEST_SEQUENCE = 3;
/** Tests that stand in line for the sequence, and answers of each that are followed through it. */
const IN_LINE = 5;
const ANSWERS_IN_LINE = 2;
/** Worth less than this, a test is no use. */
const LEAST_BITS = 0.002;
const LEAST_MINUTES = 0.5;
const TOP = 4;

interface Told {
  readonly evidence: Evidence;
  readonly misses: Float64Array;
}

/**
 * Which test settles most for the time it takes. Information is the expected fall of the summed entropies of
 * the causes, each as far as the findings put it in question, in bits; minutes are hands plus waiting at the
 * workshop's weight, plus the way in and out where the test needs the machine open. Tests above the allowed
 * risk are named, never ranked. A test that answers more than three open questions is valued by its three
 * most telling: at least so much.
 */
export function advise(knowledge: DiagnosisKnowledge, weighing: Weighing, bounds: Bounds): Advice {
  const likely = likelySets(weighing.inner, inQuestion(knowledge.causes, weighing.ranked));
  const open = chancesOf(likely, likely.chances).bits;
  const asked = askable(knowledge, likely, bounds.answered);
  const worth = knowledge.tests
    .filter((test) => !bounds.leftOut?.has(test.id))
    .map((test) => value(knowledge, likely, open, mostTelling(likely, test, asked), test, bounds))
    .filter((one) => one.bits > LEAST_BITS);
  const ranked = worth
    .filter((one) => one.test.risk <= bounds.mostRisk)
    .sort((one, other) => other.bitsPerMinute - one.bitsPerMinute);
  return {
    ranked,
    forbidden: worth.filter((one) => one.test.risk > bounds.mostRisk).map((one) => one.test),
    sequence: inSequence(knowledge, likely, open, asked, ranked),
    open,
  };
}

/** What a test could still tell: open questions, each with how likely it stays away by set. */
function askable(
  knowledge: DiagnosisKnowledge,
  likely: LikelySets,
  answered: ReadonlySet<string>,
): ReadonlyMap<string, Told> {
  const asked = new Map<string, Told>();
  for (const one of knowledge.observations) {
    if (answered.has(one.id) || one.sense === 'fact') continue;
    const evidence = evidenceOf(knowledge, one, true);
    asked.set(one.id, { evidence, misses: missesBySet(likely, evidence) });
  }
  return asked;
}

function mostTelling(
  likely: LikelySets,
  test: Test,
  asked: ReadonlyMap<string, Told>,
  most = MOST_ANSWERS,
): Told[] {
  const all = test.answers.flatMap((id) => asked.get(id) ?? []);
  if (all.length <= most) return all;
  const left = (one: Told): number => expectedBits(likely, split(likely.chances, [one.misses]));
  return all
    .map((one) => ({ one, left: left(one) }))
    .sort((a, b) => a.left - b.left)
    .slice(0, most)
    .map(({ one }) => one);
}

const expectedBits = (likely: LikelySets, ways: readonly Float64Array[]): number =>
  ways.reduce((bits, way) => {
    const { total, bits: left } = chancesOf(likely, way);
    return bits + total * left;
  }, 0);

function value(
  knowledge: DiagnosisKnowledge,
  likely: LikelySets,
  open: number,
  observations: readonly Told[],
  test: Test,
  bounds: Bounds,
): TestWorth {
  const ways = split(
    likely.chances,
    observations.map((one) => one.misses),
  );
  let left = 0;
  let settles = 0;
  const outcomes = ways.map((way, which): TestOutcome => {
    const { total: chance, byCause, none, bits } = chancesOf(likely, way);
    const top = [...byCause]
      .map((p, at) => ({ cause: knowledge.causes[at]!, chance: p }))
      .sort((one, other) => other.chance - one.chance)
      .slice(0, TOP);
    const settled = top[0]!.chance >= knowledge.settledFrom;
    left += chance * bits;
    if (settled) settles += chance;
    const finds = observations.map(({ evidence: { observation } }, bit) => {
      const seen = ((which >> bit) & 1) === 1;
      return { observation: observation.id, say: seen ? observation.say : observation.sayNot, seen };
    });
    return { finds, chance, top, none, settled };
  });
  const handsMinutes = test.handsMinutes + (test.needsOpening ? bounds.openingMinutes : 0);
  const minutes = Math.max(LEAST_MINUTES, handsMinutes + test.waitMinutes * knowledge.waitWeight);
  const bits = observations.length === 0 ? 0 : Math.max(0, open - left);
  return {
    test,
    minutes,
    handsMinutes,
    bits,
    share: open > 0 ? bits / open : 0,
    bitsPerMinute: bits / minutes,
    settles,
    outcomes: outcomes.filter((one) => one.chance > 1e-6).sort((one, other) => other.chance - one.chance),
  };
}

/**
 * Greedy: the best first, then the one that tells most a minute on top of it, over every way the first may
 * come out.
 */
function inSequence(
  knowledge: DiagnosisKnowledge,
  likely: LikelySets,
  open: number,
  asked: ReadonlyMap<string, Told>,
  ranked: readonly TestWorth[],
): PlannedTest[] {
  const chosen: PlannedTest[] = [];
  const used = new Set<string>();
  const line = ranked
    .slice(0, IN_LINE)
    .map((worth) => ({ worth, told: mostTelling(likely, worth.test, asked, ANSWERS_IN_LINE) }));
  let ways: Float64Array[] = [likely.chances];
  let left = open;
  let opened = false;
  while (chosen.length < LONGEST_SEQUENCE) {
    let best: { worth: TestWorth; told: Told[]; ways: Float64Array[]; left: number; minutes: number } | null =
      null;
    for (const { worth, told: all } of line) {
      const told = all.filter((one) => !used.has(one.evidence.observation.id));
      if (told.length === 0 || chosen.some((one) => one.test.id === worth.test.id)) continue;
      const answers = told.map((one) => one.misses);
      const after = ways.flatMap((way) => split(way, answers));
      const rest = expectedBits(likely, after);
      // Once the machine is open for an earlier test, the way in is paid for.
      const paid = opened && worth.test.needsOpening ? worth.handsMinutes - worth.test.handsMinutes : 0;
      const minutes = Math.max(LEAST_MINUTES, worth.minutes - paid);
      if (left - rest > LEAST_BITS && (!best || (left - rest) / minutes > (left - best.left) / best.minutes))
        best = { worth, told, ways: after, left: rest, minutes };
    }
    if (!best) break;
    best.told.forEach((one) => used.add(one.evidence.observation.id));
    opened ||= best.worth.test.needsOpening;
    ({ ways, left } = best);
    const settledAfter = ways.reduce((all, way) => {
      const { total, byCause } = chancesOf(likely, way);
      return byCause.some((chance) => chance >= knowledge.settledFrom) ? all + total : all;
    }, 0);
    chosen.push({
      test: best.worth.test,
      minutes: best.minutes,
      shareAfter: open > 0 ? 1 - left / open : 1,
      settledAfter,
    });
  }
  return chosen;
}
