import fc from 'fast-check';
import { inventedGuide } from '../testing/guides.js';
import { planStepwise, planWay, type Plan } from './plan.js';
import type { PlanInput, PlanOperation } from './plan-input.js';

const op = (id: string, own: Partial<PlanOperation> = {}): PlanOperation => ({
  id,
  side: null,
  tool: null,
  minutes: 1,
  after: [],
  ...own,
});
const input = (operations: PlanOperation[], reach: string[], own: Partial<PlanInput> = {}): PlanInput => ({
  start: { side: 'base-up', tool: null },
  costs: { turnMinutes: 0.5, toolChangeMinutes: 0.25 },
  operations,
  reach,
  ...own,
});

describe('the way in', () => {
  it('does the least that reaches the target, and counts what it costs', () => {
    const plan = planWay(
      input(
        [
          op('base-screws', { side: 'base-up', tool: 'PH0', minutes: 3 }),
          op('base-off', { side: 'base-up', tool: 'pick', minutes: 2, after: [['base-screws']] }),
          op('fan-lead', { side: 'base-up', minutes: 0.5, after: [['base-off']] }),
          op('keyboard-out', { side: 'lid-open', tool: 'pick', minutes: 9 }),
          op('board-screws', {
            side: 'base-up',
            tool: 'PH0',
            after: [['base-off', 'fan-lead'], ['keyboard-out']],
          }),
        ],
        ['board-screws'],
      ),
    );
    expect(plan).toEqual({
      ok: true,
      order: ['base-screws', 'base-off', 'fan-lead', 'board-screws'],
      minutes: 6.5,
      turns: 0,
      toolChanges: 3,
      cost: 7.25,
      optimal: true,
      lowerBound: 7.25,
    });
  });

  it('groups work by side and tool', () => {
    const plan = planWay(
      input(
        [
          op('a', { side: 'base-up', tool: 'PH0' }),
          op('b', { side: 'lid-open', tool: 'pick' }),
          op('c', { side: 'base-up', tool: 'PH0' }),
          op('d', { side: 'lid-open', tool: 'pick' }),
        ],
        ['a', 'b', 'c', 'd'],
      ),
    ) as Plan;
    expect([plan.turns, plan.toolChanges]).toEqual([1, 2]);
  });

  it('takes the tool in hand for free, and a hand never puts it down', () => {
    expect(
      planWay(
        input(
          [op('a', { tool: 'PH0' }), op('b', { after: [['a']] }), op('c', { tool: 'PH0', after: [['b']] })],
          ['c'],
          {
            start: { side: null, tool: 'PH0' },
          },
        ),
      ),
    ).toMatchObject({ toolChanges: 0, cost: 3 });
  });

  it.each([
    ['an unknown target', input([op('a')], ['z']), /'z'/],
    ['an unknown operation before', input([op('a', { after: [['z']] })], ['a']), /'a'.*'z'/],
    ['a circle', input([op('a', { after: [['b']] }), op('b', { after: [['a']] })], ['a']), /'a', 'b'/],
    ['an id used twice', input([op('a'), op('a')], ['a']), /'a'/],
  ])('names what is wrong: %s', (_, wrong, words) => {
    const plan = planWay(wrong);
    expect(plan.ok).toBe(false);
    expect(!plan.ok && plan.problem).toMatch(words);
  });
});

/** Every order of every subset, tried out: the reference for small guides. */
function cheapestByTrying({ start, costs, operations, reach }: PlanInput): number {
  let best = Infinity;
  const walk = (done: ReadonlySet<string>, side: string | null, tool: string | null, cost: number): void => {
    if (cost >= best) return;
    if (reach.every((id) => done.has(id))) {
      best = cost;
      return;
    }
    for (const one of operations) {
      if (
        done.has(one.id) ||
        !(one.after.length === 0 || one.after.some((all) => all.every((id) => done.has(id))))
      )
        continue;
      const turn = one.side !== null && side !== null && one.side !== side ? costs.turnMinutes : 0;
      const change = one.tool !== null && one.tool !== tool ? costs.toolChangeMinutes : 0;
      walk(
        new Set([...done, one.id]),
        one.side ?? side,
        one.tool ?? tool,
        cost + one.minutes + turn + change,
      );
    }
  };
  walk(new Set(), start.side, start.tool, 0);
  return best;
}

it('is as cheap as trying everything, on small random guides', () => {
  const names = ['a', 'b', 'c', 'd', 'e', 'f'];
  const guide = fc.tuple(
    ...names.map((id, at) =>
      fc.record({
        id: fc.constant(id),
        side: fc.constantFrom('base-up', 'lid-open', null),
        tool: fc.constantFrom('PH0', 'pick', null),
        minutes: fc.integer({ min: 0, max: 6 }),
        after:
          at === 0
            ? fc.constant([])
            : fc.array(
                fc.uniqueArray(fc.constantFrom(...names.slice(0, at)), { minLength: 1, maxLength: 2 }),
                { maxLength: 2 },
              ),
      }),
    ),
  );
  fc.assert(
    fc.property(
      guide,
      fc.uniqueArray(fc.constantFrom(...names), { minLength: 1, maxLength: 3 }),
      (operations, reach) => {
        const asked = input(operations as PlanOperation[], reach);
        const plan = planWay(asked) as Plan;
        expect(plan.cost).toBeCloseTo(cheapestByTrying(asked), 9);
        const done = new Set<string>();
        for (const id of plan.order) {
          const { after } = operations.find((one) => one.id === id)!;
          expect(
            after.length === 0 ||
              (after as string[][]).some((all) => all.every((before) => done.has(before))),
          ).toBe(true);
          done.add(id);
        }
        expect(reach.every((id) => done.has(id))).toBe(true);
      },
    ),
    { numRuns: 150 },
  );
});

describe('larger guides', () => {
  it.each([1, 2, 3, 4, 5, 6])('of 40 operations are planned exactly (%i)', (seed) => {
    const plan = planWay(inventedGuide(40, seed)) as Plan;
    expect(plan.optimal).toBe(true);
    expect(plan.lowerBound).toBe(plan.cost);
  });

  it.each([1, 2, 3])('of 120 operations come within 5 % of what no way can beat (%i)', (seed) => {
    const plan = planWay(inventedGuide(120, seed)) as Plan;
    expect(plan.cost / plan.lowerBound).toBeLessThanOrEqual(1.05);
  });

  it('stopped early, the bound holds all the same: no way is cheaper, and the way given can be walked', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const guide = inventedGuide(14, seed);
      const exact = planWay(guide) as Plan;
      const early = planWay(guide, 1) as Plan;
      expect(early.lowerBound).toBeLessThanOrEqual(exact.cost + 1e-9);
      expect(early.cost).toBeGreaterThanOrEqual(exact.cost - 1e-9);
      if (early.optimal) expect(early.cost).toBeCloseTo(exact.cost, 9);
    }
  });

  it('tells how far it is, for whoever waits', () => {
    const planning = planStepwise(inventedGuide(120, 1), 4000);
    const first = planning.next();
    expect(first.done === false && first.value.lowerBound).toBeGreaterThan(0);
  });
});
