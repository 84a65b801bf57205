import { leastOpening, smallOpening } from '../testing/openings.js';
import { checkOpening } from './check.js';
import { planOpening } from './plan-opening.js';

/** Small invented machines with power, places and starts, against every opening that there is. */
describe('the planner of openings against all there are', () => {
  it('keeps every rule, costs no less than the least, and says no bound above it', () => {
    const over: number[] = [];
    const faults: string[] = [];
    let optimal = 0;
    for (let seed = 1; seed <= 240; seed++) {
      const one = smallOpening(2 + (seed % 5), seed);
      const answer = planOpening(one.asked, one.model);
      if (!answer.ok) {
        faults.push(`${seed}: ${answer.problem}`);
        continue;
      }
      for (const { rule, step, say } of checkOpening(one.asked, one.model, answer))
        faults.push(`${seed}: rule ${rule} at ${step}: ${say}`);
      if (answer.rounds.length > 1) continue;
      const least = leastOpening(one, answer.starts[0]?.round === 1);
      if (least === null) {
        faults.push(`${seed}: no opening at all`);
        continue;
      }
      over.push(answer.minutes / least);
      if (answer.minutes < least - 0.01) faults.push(`${seed}: ${answer.minutes} below the least ${least}`);
      if (answer.lowerBound > least + 0.01) faults.push(`${seed}: bound ${answer.lowerBound} above ${least}`);
      if (!answer.optimal) continue;
      optimal++;
      if (answer.minutes > least + 0.01) faults.push(`${seed}: ${answer.minutes} is not the least ${least}`);
    }
    expect(faults.slice(0, 12)).toEqual([]);
    expect(over.length).toBeGreaterThan(150);
    const exact = over.filter((ratio) => ratio < 1.0001).length;
    expect(exact / over.length).toBeGreaterThan(0.9);
    expect(optimal).toBeGreaterThan(100);
    expect(Math.max(...over)).toBeLessThan(1.1);
  });
});
