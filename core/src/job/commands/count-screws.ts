import * as z from 'zod';
import { hasWalked } from '../reading/walk.js';
import { reconcile, screwsExpected } from '../reading/screw-count.js';
import { accept, HANDS, command, refuse } from './define.js';

/**
 * Counts the screws on the mat, kind by kind; what does not add up is said with the holes it could belong to.
 */
export const countScrews = command('count-screws', {
  shape: {
    counts: z
      .array(
        z.strictObject({
          key: z.string(),
          counted: z
            .number()
            .int('Count whole screws.')
            .min(0)
            .max(200, 'That is more than any machine has.'),
        }),
      )
      .max(40),
  },
  by: HANDS,
  decide: (job, { counts }) => {
    if (!hasWalked(job)) return refuse('nothing-out');
    const kinds = new Set(screwsExpected(job).map((kind) => kind.key));
    const unknown = counts.find((one) => !kinds.has(one.key));
    if (unknown) return refuse('unknown-screw', { key: unknown.key });
    return accept({ type: 'screws-counted', lines: reconcile(job, counts) });
  },
});
