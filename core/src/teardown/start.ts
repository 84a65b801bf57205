import * as z from 'zod';

/** Whether a machine can be started while it lies open, and if not, why. */
export const StartSchema = z.strictObject({
  possible: z.boolean(),
  /**
   * `policy`: this workshop closes first. `not-said`: no guide tells. `cannot`: what is out has to be in.
   * Null: it can.
   */
  because: z.enum(['policy', 'not-said', 'cannot']).nullable(),
  /** What is out and would have to be in. */
  out: z.array(z.string()),
});
export type Start = z.infer<typeof StartSchema>;

/** Why the trial comes after closing, to be read at the bench; empty: it does not. */
export function sayLater({ possible, because, out }: Start): string {
  if (possible || because === null) return '';
  if (because === 'policy') return 'This workshop closes a machine before it is tried.';
  if (because === 'not-said')
    return 'The guide does not say what a start needs while it is open: it is tried once closed.';
  return `It cannot be started as it lies, with this out: ${out.join(', ')}. It is tried once closed.`;
}
