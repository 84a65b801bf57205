import fc from 'fast-check';
import { PriorityQueue } from './priority-queue.js';

const drain = <T>(queue: PriorityQueue<T>): { cost: number; value: T }[] => {
  const out = [];
  for (let next = queue.pop(); next; next = queue.pop()) out.push({ cost: next.cost, value: next.value });
  return out;
};

describe('the priority queue', () => {
  it('gives back the cheapest first, equals in the order they came', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 9 })), (costs) => {
        const queue = new PriorityQueue<number>();
        costs.forEach((cost, at) => queue.push(cost, at));
        const sorted = costs
          .map((cost, value) => ({ cost, value }))
          .sort((a, b) => a.cost - b.cost || a.value - b.value);
        expect(drain(queue)).toEqual(sorted);
      }),
    );
  });

  it('may be filled again while it is emptied', () => {
    const queue = new PriorityQueue<string>();
    queue.push(3, 'c');
    queue.push(1, 'a');
    expect(queue.pop()?.value).toBe('a');
    queue.push(2, 'b');
    expect(drain(queue).map((one) => one.value)).toEqual(['b', 'c']);
    expect(queue.pop()).toBeUndefined();
  });
});
