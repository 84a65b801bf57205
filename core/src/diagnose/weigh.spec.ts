import fc from 'fast-check';
import { countEvidence } from './evidence.js';
import { products } from './sets.js';
import { shippedDiagnosis } from './shipped/index.js';
import { asVariables, enumerate, knowledgeOf, networks } from './testing/reference.js';
import { trace, weigh, without } from './weigh.js';

const chanceOf = (weighing: ReturnType<typeof weigh>, id: string): number =>
  weighing.ranked.find((one) => one.cause.id === id)!.now;

describe('against plain enumeration of the joint distribution', () => {
  it('gives the same chance of every cause, for random networks of up to 12 causes', () => {
    fc.assert(
      fc.property(networks(12), ({ knowledge, answers }) => {
        const weighing = weigh(knowledge, answers);
        const variables = asVariables(knowledge, answers);
        // Each query walks 2^16 worlds at most; a few causes of each network keep that quick.
        for (const { id } of [knowledge.causes[0]!, knowledge.causes.at(-1)!])
          expect(chanceOf(weighing, id)).toBeCloseTo(
            enumerate(variables, id, Object.fromEntries(answers.map((one) => [one.observation, one.seen]))),
            9,
          );
      }),
      { numRuns: 25 },
    );
  });

  it('gives the same chance of every cause for every size from 1 to 12', () => {
    for (let size = 1; size <= 12; size++) {
      const knowledge = knowledgeOf(
        Array.from({ length: size }, (_, at) => 0.05 + 0.04 * at),
        [
          { leak: 0.02, strengths: Array.from({ length: size }, (_, at) => (at % 2 ? 0.7 : 0)) },
          { leak: 0.1, strengths: Array.from({ length: size }, (_, at) => 0.9 - 0.07 * at) },
        ],
      );
      const answers = [
        { observation: 'o0', seen: true },
        { observation: 'o1', seen: size % 2 === 0 },
      ];
      const weighing = weigh(knowledge, answers);
      const given = { o0: true, o1: size % 2 === 0 };
      for (const { id } of knowledge.causes)
        expect(chanceOf(weighing, id)).toBeCloseTo(enumerate(asVariables(knowledge, answers), id, given), 10);
    }
  });
});

describe('against textbooks', () => {
  // Russell and Norvig, Artificial Intelligence: A Modern Approach, the burglary network: P(burglary | both
  // call) = 0.284.
  const burglary = [
    { name: 'B', parents: [], yes: () => 0.001 },
    { name: 'E', parents: [], yes: () => 0.002 },
    {
      name: 'A',
      parents: ['B', 'E'],
      yes: ([b, e]: readonly boolean[]) => (b ? (e ? 0.95 : 0.94) : e ? 0.29 : 0.001),
    },
    { name: 'J', parents: ['A'], yes: ([a]: readonly boolean[]) => (a ? 0.9 : 0.05) },
    { name: 'M', parents: ['A'], yes: ([a]: readonly boolean[]) => (a ? 0.7 : 0.01) },
  ];

  it('the enumeration that everything is held against gives 0.284', () =>
    expect(enumerate(burglary, 'B', { J: true, M: true })).toBeCloseTo(0.284, 3));

  it('so does the engine, with the alarm summed out', () => {
    // The nearest noisy-OR: it differs from the book's table only where burglary and earthquake coincide,
    // twice in a million.
    const both = (alarm: number) => alarm * 0.9 * 0.7 + (1 - alarm) * 0.05 * 0.01;
    const leak = both(0.001);
    const strengths = [0.94, 0.29].map((alarm) => 1 - (1 - both(alarm)) / (1 - leak));
    const network = knowledgeOf([0.001, 0.002], [{ leak, strengths }]);
    expect(chanceOf(weigh(network, [{ observation: 'o0', seen: true }]), 'c0')).toBeCloseTo(0.284, 3);
  });

  // The same book, noisy-OR: cold, flu and malaria miss a fever with 0.6, 0.2 and 0.1.
  it.each([
    [[0], 0.4],
    [[1], 0.8],
    [[2], 0.9],
    [[0, 1], 0.88],
    [[0, 2], 0.94],
    [[1, 2], 0.98],
    [[0, 1, 2], 0.988],
  ])('fever with %j: %d', (causes, fever) => {
    const misses = products([0.6, 0.2, 0.1]);
    expect(1 - misses[causes.reduce((set, at) => set | (1 << at), 0)]!).toBeCloseTo(fever, 10);
  });
});

describe('evidence', () => {
  it('for a cause never lowers it, whatever else was found, where no other cause makes the same sign', () => {
    fc.assert(
      fc.property(
        networks(8),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        ({ knowledge, answers }, strength) => {
          const sign = knowledgeOf([0.5], [{ leak: 0.05, strengths: [strength] }]).observations[0]!;
          const more = { ...knowledge, observations: [...knowledge.observations, { ...sign, id: 'sign' }] };
          const before = chanceOf(weigh(more, answers), 'c0');
          expect(
            chanceOf(weigh(more, [...answers, { observation: 'sign', seen: true }]), 'c0'),
          ).toBeGreaterThanOrEqual(before - 1e-12);
          expect(
            chanceOf(weigh(more, [...answers, { observation: 'sign', seen: false }]), 'c0'),
          ).toBeLessThanOrEqual(before + 1e-12);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('for a cause never lowers it when it is the first, nor after things that were looked for and not seen', () => {
    fc.assert(
      fc.property(networks(8), ({ knowledge, answers }) => {
        const absent = answers.slice(1).map((one) => ({ ...one, seen: false }));
        const first = knowledge.observations.find(
          (one) => !absent.some((other) => other.observation === one.id),
        );
        if (!first) return;
        const before = weigh(knowledge, absent);
        const after = weigh(knowledge, [...absent, { observation: first.id, seen: true }]);
        for (const { cause } of first.links)
          expect(chanceOf(after, cause)).toBeGreaterThanOrEqual(chanceOf(before, cause) - 1e-12);
      }),
      { numRuns: 60 },
    );
  });

  it('weighs the more for a cause the more strongly the cause makes it', () => {
    fc.assert(
      fc.property(
        networks(6),
        fc.double({ min: 0.05, max: 0.5, noNaN: true }),
        ({ knowledge, answers }, strength) => {
          const withStrength = (s: number) => {
            const [first, ...others] = knowledge.observations;
            const links = [
              ...first!.links.filter((link) => link.cause !== 'c0'),
              { ...knowledgeOf([0.5], [{ leak: 0.1, strengths: [s] }]).observations[0]!.links[0]! },
            ];
            return weigh({ ...knowledge, observations: [{ ...first!, links }, ...others] }, [
              ...answers.filter((one) => one.observation !== 'o0'),
              { observation: 'o0', seen: true },
            ]);
          };
          expect(chanceOf(withStrength(strength + 0.4), 'c0')).toBeGreaterThanOrEqual(
            chanceOf(withStrength(strength), 'c0') - 1e-12,
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('does not depend on the order it came in', () => {
    const knowledge = shippedDiagnosis('before');
    const answers = ['clicks', 'link-errors', 'nearly-full', 'crashes'].map((observation, at) => ({
      observation,
      seen: at % 2 === 0,
    }));
    const [one, other] = [weigh(knowledge, answers), weigh(knowledge, [...answers].reverse())];
    for (const { cause, now } of one.ranked) expect(chanceOf(other, cause.id)).toBeCloseTo(now, 12);
  });

  it('is counted once: said twice, or said coarsely and finely', () => {
    const knowledge = shippedDiagnosis('before');
    const once = weigh(knowledge, [{ observation: 'pending', seen: true }]);
    const twice = weigh(knowledge, [
      { observation: 'bad-sectors', seen: true },
      { observation: 'pending', seen: true },
      { observation: 'pending', seen: true },
    ]);
    expect(chanceOf(twice, 'mechanical-failing')).toBeCloseTo(chanceOf(once, 'mechanical-failing'), 12);
    expect(twice.silent).toEqual([
      { observation: 'bad-sectors', because: expect.stringContaining('says so already') },
    ]);
  });

  it('that follows from another answer is silent; weak sectors that do not grow are two findings', () => {
    const knowledge = shippedDiagnosis('before');
    const silent = (...answers: [string, boolean][]) =>
      weigh(
        knowledge,
        answers.map(([observation, seen]) => ({ observation, seen })),
      ).silent.map((one) => one.observation);
    expect(silent(['pending', true], ['pending-growing', true])).toEqual(['pending']);
    expect(silent(['pending', false], ['pending-growing', false])).toEqual(['pending-growing']);
    expect(silent(['pending', true], ['pending-growing', false])).toEqual([]);
  });

  it('that nobody looked for is none, and differs from what was looked for and not seen', () => {
    const knowledge = shippedDiagnosis('before');
    const [unknown, absent] = [
      weigh(knowledge, []),
      weigh(knowledge, [{ observation: 'not-in-firmware', seen: false }]),
    ];
    expect(trace(knowledge, []).steps).toEqual([]);
    expect(chanceOf(absent, 'controller-dead')).toBeLessThan(chanceOf(unknown, 'controller-dead') / 5);
  });

  it('of another edition is left aside and said so', () =>
    expect(weigh(shippedDiagnosis('before'), [{ observation: 'gremlins', seen: true }]).silent).toEqual([
      { observation: 'gremlins', because: 'This edition does not know it.' },
    ]));
});

describe('facts', () => {
  const knowledge = shippedDiagnosis('before');
  const prior = (answers: Parameters<typeof countEvidence>[1], id: string) =>
    countEvidence(knowledge, answers).causes.find((one) => one.cause.id === id)!.prior;

  it('rule causes out, and make the others of their kind as much likelier', () => {
    const flash = [{ observation: 'rotating', seen: false }];
    expect(prior(flash, 'mechanical-failing')).toBe(0);
    expect(prior(flash, 'flash-worn')).toBeCloseTo(0.1, 10);
    expect(prior(flash, 'connection')).toBe(prior([], 'connection'));
    expect(
      chanceOf(weigh(knowledge, [...flash, { observation: 'clicks', seen: true }]), 'mechanical-failing'),
    ).toBe(0);
  });
});

describe('what it says of itself', () => {
  const knowledge = shippedDiagnosis('before');
  const answers = [
    { observation: 'rotating', seen: true },
    { observation: 'freezes-then-resumes', seen: true },
    { observation: 'link-errors', seen: true },
    { observation: 'nearly-full', seen: true },
  ];

  it('names what every finding did to every cause; the factors lead from before to now', () => {
    const weighing = weigh(knowledge, answers);
    const { steps, noneBefore } = trace(knowledge, answers);
    expect(steps.at(-1)!.none).toBeCloseTo(weighing.none, 10);
    expect(noneBefore).toBeGreaterThan(weighing.none);
    expect(steps.map((one) => one.observation.id)).toEqual([
      'freezes-then-resumes',
      'link-errors',
      'nearly-full',
    ]);
    knowledge.causes.forEach(({ id }, at) => {
      const { before, now } = weighing.ranked.find((one) => one.cause.id === id)!;
      expect(steps.reduce((chance, step) => chance * step.factors[at]!, before)).toBeCloseTo(now, 10);
    });
  });

  it('finds the set that explains everything together: a cable, and a full drive', () => {
    const { explanation } = weigh(knowledge, answers);
    expect(explanation.causes.map((one) => one.id).sort()).toEqual(['connection', 'drive-full']);
    expect(
      Object.fromEntries(explanation.accounts.map(({ observation, by }) => [observation.id, by?.id])),
    ).toEqual({
      'freezes-then-resumes': 'connection',
      'link-errors': 'connection',
      'nearly-full': 'drive-full',
    });
  });

  it('shows what one finding alone holds up', () => {
    const less = without(knowledge, answers, 'link-errors');
    expect(chanceOf(less, 'connection')).toBeLessThan(chanceOf(weigh(knowledge, answers), 'connection') / 2);
  });

  it('keeps its numbers through every observation there is, seen or not', () => {
    for (const seen of [true, false]) {
      const weighing = weigh(
        knowledge,
        knowledge.observations.map((one) => ({ observation: one.id, seen })),
      );
      for (const { now } of weighing.ranked) expect(now >= 0 && now <= 1 + 1e-9).toBe(true);
    }
  });
});
