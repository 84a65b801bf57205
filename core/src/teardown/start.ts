import * as z from 'zod';
import type { Guide, Operation } from '../hardware/index.js';

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

/** @param out operations that are not undone yet when the new drive is in. */
export function startAfter({ start }: Pick<Guide, 'start'>, out: readonly Operation[]): Start {
  if (start === null) return { possible: false, because: 'not-said', out: [] };
  const missing = out.filter((operation) => start.back.includes(operation.id));
  const labels = missing.flatMap((one) => one.takes.map((thing) => thing.label));
  return missing.length === 0
    ? { possible: true, because: null, out: [] }
    : {
        possible: false,
        because: 'cannot',
        out: labels.length > 0 ? labels : missing.map((one) => one.short),
      };
}

/** Why the trial comes after closing, to be read at the bench; empty: it does not. */
export function sayLater({ possible, because, out }: Start): string {
  if (possible || because === null) return '';
  if (because === 'policy') return 'This workshop closes a machine before it is tried.';
  if (because === 'not-said')
    return 'The guide does not say what a start needs while it is open: it is tried once closed.';
  return `It cannot be started as it lies, with this out: ${out.join(', ')}. It is tried once closed.`;
}
