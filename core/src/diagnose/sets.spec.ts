import fc from 'fast-check';
import { binaryEntropy, chancesOf, inQuestion, likelySets, split } from './likely-sets.js';
import { heaviest, ifNotSeen, membersOf, priors, products, sumsOf, weighIn } from './sets.js';
import { shippedDiagnosis } from './shipped/index.js';
import { weigh } from './weigh.js';

const chance = (min = 0.01, max = 0.99) => fc.double({ min, max, noNaN: true });
const numbers = (length: number) => fc.array(chance(), { minLength: length, maxLength: length });

describe('weights over sets', () => {
  it('of priors add up to one, and each cause has its own', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 11 }).chain(numbers), (chances) => {
        const sums = sumsOf(priors(chances));
        expect(sums.total).toBeCloseTo(1, 10);
        chances.forEach((p, bit) => expect(sums.byCause[bit]).toBeCloseTo(p, 10));
        expect(sums.none).toBeCloseTo(
          chances.reduce((none, p) => none * (1 - p), 1),
          10,
        );
      }),
      { numRuns: 40 },
    );
  });

  it('weighed in, seen and not seen together make up what was there; the one pass is the plain product', () => {
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 10 })
          .chain((causes) => fc.tuple(numbers(causes), numbers(causes), chance())),
        ([chances, byCause, bare]) => {
          const [seen, not] = [priors(chances), priors(chances)];
          const before = sumsOf(seen);
          const absent = ifNotSeen(seen, { bare, byCause });
          const [a, b] = [weighIn(seen, { bare, byCause }, true), weighIn(not, { bare, byCause }, false)];
          expect(a.total + b.total).toBeCloseTo(before.total, 10);
          expect(b.total).toBeCloseTo(absent.total, 12);
          const plain = products(byCause, bare);
          const table = priors(chances);
          plain.forEach((misses, set) => expect(seen[set]).toBeCloseTo(table[set]! * (1 - misses), 12));
          byCause.forEach((_, bit) => expect(b.byCause[bit]).toBeCloseTo(absent.byCause[bit]!, 12));
        },
      ),
      { numRuns: 40 },
    );
  });

  it('name the heaviest set and who is in it', () => {
    const weights = priors([0.9, 0.2, 0.8]);
    expect(membersOf(heaviest(weights))).toEqual([0, 2]);
    expect(membersOf(0)).toEqual([]);
  });
});

describe('the likely sets', () => {
  const knowledge = shippedDiagnosis('before');
  const weighing = weigh(knowledge, [{ observation: 'link-errors', seen: true }]);
  const likely = likelySets(weighing.inner, inQuestion(knowledge.causes, weighing.ranked));

  it('hold nearly all of the chance with few sets, and give the same chances', () => {
    expect(likely.chances.length).toBeLessThanOrEqual(800);
    const { byCause, total } = chancesOf(likely, likely.chances);
    expect(total).toBeCloseTo(1, 10);
    knowledge.causes.forEach(({ id }, at) => {
      const exact = weighing.ranked.find((one) => one.cause.id === id)!.now;
      expect(Math.abs(byCause[at]! - exact)).toBeLessThan(0.03);
    });
  });

  it('put in question what the findings raised, and the rest a little', () => {
    const question = inQuestion(knowledge.causes, weighing.ranked);
    const at = (id: string) => question[knowledge.causes.findIndex((one) => one.id === id)]!;
    expect(at('connection')).toBeGreaterThan(0.5);
    expect(at('too-small')).toBe(0.1);
  });

  it('split into every way that answers may come out, which together are all', () => {
    const misses = likely.chances.map(() => 0.3);
    const ways = split(likely.chances, [misses, misses]);
    expect(
      ways.map((way) => way.reduce((sum, one) => sum + one, 0)).map((sum) => Math.round(sum * 100)),
    ).toEqual([9, 21, 21, 49]);
  });

  it.each([
    [0, 0],
    [1, 0],
    [0.5, 1],
    [0.11, 0.4999],
  ])('know the entropy of a yes at %d: %d bits (Shannon 1948)', (p, bits) =>
    expect(binaryEntropy(p)).toBeCloseTo(bits, 3),
  );
});
