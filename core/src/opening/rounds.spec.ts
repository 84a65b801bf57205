import fc from 'fast-check';
import type { OpeningChange, OpeningKind } from './case.js';
import { roundsOf } from './rounds.js';

const KINDS_TRIED: readonly OpeningKind[] = [
  'replace-drive',
  'add-drive',
  'memory',
  'battery',
  'wireless',
  'look',
];

describe('rounds', () => {
  const costs = { startMinutes: 5, takeBackMinutes: 2 };
  const change = (id: string, kind: OpeningKind, failChance?: number): OpeningChange => ({
    id,
    kind,
    place: 'x',
    extras: [],
    ...(failChance === undefined ? {} : { failChance }),
  });
  const said = (changes: readonly OpeningChange[], own = costs, alone = false) =>
    roundsOf(changes, own, alone).rounds.map((one) => one.map(({ id }) => id));

  it('are one where finding out costs less than another start, and more where both are likely to hang', () => {
    const two = [change('a', 'memory', 0.02), change('b', 'add-drive', 0.02)];
    expect(said(two)).toEqual([['a', 'b']]);
    const risky = [change('a', 'memory', 0.9), change('b', 'memory', 0.9)];
    expect(said(risky, { startMinutes: 5, takeBackMinutes: 30 })).toHaveLength(2);
    expect(said(two, costs, true)).toEqual([['a'], ['b']]);
  });

  it('are the cheapest of all partitions, by counting every one of them', () => {
    // Restricted growth strings: every partition of five once (Bell number 52).
    const partitions = (size: number): number[][] => {
      const grow = (sofar: number[]): number[][] =>
        sofar.length === size
          ? [sofar]
          : Array.from({ length: Math.max(-1, ...sofar) + 2 }, (_, at) => grow([...sofar, at])).flat();
      return grow([]);
    };
    expect(partitions(5)).toHaveLength(52);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...KINDS_TRIED), fc.double({ min: 0, max: 1, noNaN: true })), {
          minLength: 1,
          maxLength: 5,
        }),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 0, max: 30 }),
        (drawn, startMinutes, takeBackMinutes) => {
          const changes = drawn.map(([kind, chance], at) => change(`c${at}`, kind, chance));
          const own = { startMinutes, takeBackMinutes };
          const cost = (blocks: OpeningChange[][]) =>
            blocks.reduce((sum, one) => sum + roundsOf(one, own, false).atOnceMinutes, 0);
          const least = Math.min(
            ...partitions(changes.length).map((labels) =>
              cost([...new Set(labels)].map((label) => changes.filter((_, at) => labels[at] === label))),
            ),
          );
          expect(roundsOf(changes, own, false).minutes).toBeCloseTo(least, 6);
        },
      ),
      { numRuns: 60 },
    );
  });
});
