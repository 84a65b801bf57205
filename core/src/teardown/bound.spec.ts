import { inventedGuide } from '../testing/guides.js';
import { boundOf } from './bound.js';
import { landmarksOf } from './landmarks.js';
import type { PlanInput } from './plan-input.js';
import { problemOf } from './problem.js';

/** What is still to pay from every stand that can be reached, by trying everything: the reference. */
function costsToGo({ start, costs, operations, reach }: PlanInput): Map<string, number> {
  const bit = new Map(operations.map(({ id }, at) => [id, 1 << at]));
  const mask = (ids: readonly string[]) => ids.reduce((all, id) => all | bit.get(id)!, 0);
  const goal = mask(reach);
  const known = new Map<string, number>();
  const go = (done: number, side: string | null, tool: string | null): number => {
    if ((done & goal) === goal) return 0;
    const name = `${done}|${side}|${tool}`;
    if (known.has(name)) return known.get(name)!;
    let least = Infinity;
    operations.forEach((one, at) => {
      const ready = one.after.length === 0 || one.after.some((all) => (mask(all) & done) === mask(all));
      if (done & (1 << at) || !ready) return;
      const turn = one.side !== null && side !== null && one.side !== side ? costs.turnMinutes : 0;
      const change = one.tool !== null && one.tool !== tool ? costs.toolChangeMinutes : 0;
      least = Math.min(
        least,
        one.minutes + turn + change + go(done | (1 << at), one.side ?? side, one.tool ?? tool),
      );
    });
    known.set(name, least);
    return least;
  };
  go(0, start.side, start.tool);
  return known;
}

describe('what no way can beat', () => {
  it.each([null, 'base-up'])(
    'is never more than what is really still to pay, from any stand (start %s)',
    (side) => {
      let stands = 0;
      for (let seed = 1; seed <= 25; seed++) {
        const guide = { ...inventedGuide(9, seed), start: { side, tool: null } };
        const problem = problemOf(guide, guide.operations);
        const bound = boundOf(problem);
        const number = (
          names: readonly (string | null)[],
          numbers: readonly number[],
          first: readonly [string | null, number],
        ) => new Map([...names.map((name, at) => [name, numbers[at]!] as const), first]);
        const sides = number(
          guide.operations.map((one) => one.side),
          problem.side,
          [side, problem.startSide],
        );
        const tools = number(
          guide.operations.map((one) => one.tool),
          problem.tool,
          [null, problem.startTool],
        );
        for (const [name, real] of costsToGo(guide)) {
          const [done, up, hand] = name.split('|');
          const of = (text: string | undefined) => (text === 'null' ? null : (text ?? null));
          const least =
            bound.minutes([Number(done)]) +
            bound.setups([Number(done)], sides.get(of(up))!, tools.get(of(hand))!);
          if (least > real + 1e-9) throw new Error(`seed ${seed}, ${name}: ${least} is more than ${real}`);
          stands++;
        }
      }
      expect(stands).toBeGreaterThan(2000);
    },
  );

  it('counts minutes step by step as it counts them at once', () => {
    const guide = inventedGuide(30, 3);
    const problem = problemOf(guide, guide.operations);
    const bound = boundOf(problem);
    let done = problem.goal.map(() => 0);
    let left = bound.minutes(done);
    for (let at = 0; at < 30; at += 3) {
      const did = [at, at + 1, at + 2];
      left = bound.minutesAfter(left, done, did);
      done = done.map((word, index) =>
        did.reduce((all, one) => (Math.floor(one / 31) === index ? all | (1 << (one % 31)) : all), word),
      );
      expect(left).toBeCloseTo(bound.minutes(done), 9);
    }
  });

  it('landmarks of a chain are its operations; of two ways, the cheaper', () => {
    const op = (id: string, minutes: number, after: string[][]) => ({
      id,
      side: null,
      tool: null,
      minutes,
      after,
    });
    const asked = (operations: PlanInput['operations'], reach: string[]) =>
      landmarksOf(
        problemOf(
          {
            start: { side: null, tool: null },
            costs: { turnMinutes: 1, toolChangeMinutes: 1 },
            operations,
            reach,
          },
          operations,
        ),
      );
    const sum = (list: ReturnType<typeof asked>) => list.reduce((all, one) => all + one.minutes, 0);
    expect(sum(asked([op('a', 2, []), op('b', 3, [['a']])], ['b']))).toBe(5);
    expect(sum(asked([op('a', 2, []), op('c', 7, []), op('b', 3, [['a'], ['c']])], ['b']))).toBe(5);
  });
});
