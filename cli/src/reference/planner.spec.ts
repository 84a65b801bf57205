import { planWay, type Plan } from '@petrichor/core/teardown';
import { inventedGuide } from '../../../core/src/testing/guides.js';
import { cheapestByProgram } from './way-program.js';

/** Fewest turns and changes of bit: an integer program solved by the `highs` package says the same. */
it.each([8, 9, 10, 11])(
  'is as cheap as the integer program, for guides of %i operations',
  async (size) => {
    for (const seed of [1, 2, 3]) {
      const guide = inventedGuide(size, seed);
      const plan = planWay(guide) as Plan;
      expect(plan.optimal).toBe(true);
      expect(plan.cost).toBeCloseTo(await cheapestByProgram(guide), 6);
    }
  },
  120_000,
);
