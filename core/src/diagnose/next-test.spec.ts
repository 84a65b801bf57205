import fc from 'fast-check';
import { settledAnswers } from './evidence.js';
import type { DiagnosisKnowledge, Risk } from './knowledge.js';
import { advise, type Bounds } from './next-test.js';
import { overturn } from './overturn.js';
import { shippedDiagnosis } from './shipped/index.js';
import { test as aTest } from './shipped/words.js';
import { asVariables, enumerate, knowledgeOf, networks } from './testing/reference.js';
import { weigh } from './weigh.js';

const before = shippedDiagnosis('before');
const seen = (...ids: string[]) => ids.map((observation) => ({ observation, seen: true }));
const bounds = (own: Partial<Bounds> = {}): Bounds => ({
  mostRisk: 3,
  openingMinutes: 12,
  answered: new Set(),
  ...own,
});
const advice = (answers: { observation: string; seen: boolean }[], own: Partial<Bounds> = {}) =>
  advise(
    before,
    weigh(before, answers),
    bounds({ answered: new Set(answers.map((one) => one.observation)), ...own }),
  );

/** A network with one test an observation. */
const withTests = (knowledge: DiagnosisKnowledge): DiagnosisKnowledge => ({
  ...knowledge,
  tests: knowledge.observations.map(({ id }) =>
    aTest(`t-${id}`, { say: `Look at ${id}`, how: 'Look.', answers: [id], handsMinutes: 2 }),
  ),
});

describe('the worth of a test', () => {
  it('says how likely each outcome is, and what each would make of the causes: as plain enumeration does', () => {
    fc.assert(
      fc.property(networks(5), ({ knowledge, answers }) => {
        const tested = withTests(knowledge);
        const given = Object.fromEntries(answers.map((one) => [one.observation, one.seen]));
        const { ranked } = advise(
          tested,
          weigh(tested, answers),
          bounds({ answered: new Set(Object.keys(given)) }),
        );
        for (const { test, outcomes } of ranked.slice(0, 2)) {
          const id = test.answers[0]!;
          const variables = asVariables(knowledge, [...answers, { observation: id, seen: true }]);
          for (const outcome of outcomes) {
            const found = outcome.finds[0]!.seen;
            const chance = enumerate(variables, id, given);
            // So few causes are worked out over all their sets.
            expect(Math.abs(outcome.chance - (found ? chance : 1 - chance))).toBeLessThan(1e-9);
            for (const { cause, chance: then } of outcome.top.slice(0, 1))
              expect(Math.abs(then - enumerate(variables, cause.id, { ...given, [id]: found }))).toBeLessThan(
                1e-9,
              );
          }
        }
      }),
      { numRuns: 25 },
    );
  });

  it('is never less than nothing, and its outcomes are all there is', () => {
    for (const worth of advice(seen('freezes-then-resumes')).ranked) {
      expect(worth.bits).toBeGreaterThan(0);
      expect(worth.outcomes.reduce((sum, one) => sum + one.chance, 0)).toBeCloseTo(1, 4);
      expect(worth.share).toBeLessThanOrEqual(1);
    }
  });

  it('falls with every minute it takes: hands, waiting at its weight, and the way in', () => {
    const cost = (own: Partial<Bounds>) =>
      advice(seen('link-errors', 'freezes-then-resumes'), own).ranked.find(
        (one) => one.test.id === 'reseat',
      )!;
    const [closed, open] = [cost({ openingMinutes: 25 }), cost({ openingMinutes: 0 })];
    expect([closed.handsMinutes, open.handsMinutes]).toEqual([29, 4]);
    expect(open.minutes).toBeCloseTo(4 + 3 * before.waitWeight, 10);
    expect(open.bits).toBeCloseTo(closed.bits, 10);
    expect(open.bitsPerMinute).toBeGreaterThan(closed.bitsPerMinute * 5);
  });

  it('tells nothing where everything it answers is answered, or follows from what is', () => {
    const ids = (observation: string, seen: boolean) => {
      const answers = [{ observation, seen }];
      return advise(
        before,
        weigh(before, answers),
        bounds({ answered: settledAnswers(before, answers) }),
      ).ranked.map((one) => one.test.id);
    };
    expect(ids('clicks', false)).not.toContain('listen');
    expect(ids('crashes', false)).toContain('listen');
    expect(settledAnswers(before, [{ observation: 'pending-growing', seen: true }])).toEqual(
      new Set(['pending-growing', 'pending', 'bad-sectors']),
    );
    expect(settledAnswers(before, [{ observation: 'pending-growing', seen: false }])).toEqual(
      new Set(['pending-growing']),
    );
    expect(settledAnswers(before, [{ observation: 'link-errors', seen: false }])).toEqual(
      new Set(['link-errors', 'link-errors-rising']),
    );
  });
});

describe('what is advised', () => {
  it('ranks by information a minute', () => {
    const worth = advice(seen('freezes-then-resumes', 'slow-lately')).ranked.map((one) => one.bitsPerMinute);
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
  });

  it.each([[0], [1], [2], [3]] as [Risk][])(
    'keeps to a risk of %d at most and names what it leaves out',
    (mostRisk) => {
      const { ranked, forbidden } = advice(seen('freezes-then-resumes'), { mostRisk });
      expect(ranked.every((one) => one.test.risk <= mostRisk)).toBe(true);
      expect(forbidden.every((one) => one.risk > mostRisk)).toBe(true);
      expect(forbidden.some((one) => one.id === 'surface')).toBe(mostRisk < 2);
    },
  );

  it('leaves out what cannot be done here', () =>
    expect(
      advice(seen('link-errors'), { leftOut: new Set(['other-port']) }).ranked.map((one) => one.test.id),
    ).not.toContain('other-port'));

  it('looks for the plug once link errors are there and the machine is open', () =>
    expect(
      advice(seen('link-errors', 'freezes-then-resumes'), { openingMinutes: 0 })
        .ranked.slice(0, 3)
        .map((one) => one.test.id),
    ).toContain('look-inside'));

  it('plans a sequence in which each test adds to the ones before', () => {
    const { sequence } = advice(seen('freezes-then-resumes'));
    expect(sequence.length).toBeGreaterThan(1);
    expect(new Set(sequence.map((one) => one.test.id)).size).toBe(sequence.length);
    const shares = sequence.map((one) => one.shareAfter);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
  });

  it('has nothing to advise where nothing is left to ask', () =>
    expect(
      advise(
        before,
        weigh(before, []),
        bounds({ answered: new Set(before.observations.map((one) => one.id)) }),
      ),
    ).toMatchObject({
      ranked: [],
      sequence: [],
    }));
});

describe('what would overturn the verdict', () => {
  const answers = [...seen('freezes-then-resumes', 'link-errors'), { observation: 'rotating', seen: true }];
  const weighing = weigh(before, answers);
  const answered = new Set(answers.map((one) => one.observation));

  it('is said with its chance, and does put the other cause first when it is found', () => {
    const found = overturn(before, weighing, answered);
    expect(found.length).toBeGreaterThan(0);
    for (const { finds, instead, insteadChance } of found) {
      const after = weigh(before, [
        ...answers,
        ...finds.map(({ observation, seen: is }) => ({ observation, seen: is })),
      ]);
      expect(after.ranked[0]!.cause.id).toBe(instead.id);
      expect(after.ranked[0]!.now).toBeCloseTo(insteadChance, 8);
      expect(instead.id).not.toBe(weighing.ranked[0]!.cause.id);
    }
  });

  it('takes two findings together where one is not enough', () => {
    const knowledge = knowledgeOf(
      [0.6, 0.1],
      [
        { leak: 0.05, strengths: [0.9, 0.1] },
        { leak: 0.2, strengths: [0, 0.75] },
        { leak: 0.2, strengths: [0, 0.75] },
      ],
    );
    const one = weigh(knowledge, [{ observation: 'o0', seen: true }]);
    const found = overturn(knowledge, one, new Set(['o0']));
    expect(found[0]?.finds.length ?? 0).toBeLessThanOrEqual(2);
    for (const { finds } of found)
      expect(weigh(knowledge, [{ observation: 'o0', seen: true }, ...finds]).ranked[0]!.cause.id).toBe('c1');
  });

  it('is nothing where nothing is left to be seen', () =>
    expect(overturn(before, weighing, new Set(before.observations.map((one) => one.id)))).toEqual([]));
});
