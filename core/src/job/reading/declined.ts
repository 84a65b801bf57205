import type { Extra, Verdict } from '../../fit/index.js';
import type { Declined } from '../shape/declined.js';

/**
 * A verdict with what is done instead of what was declined: no part, no price, and a step of its own where
 * the other one had one.
 */
export function withDeclined<V extends Verdict | null>(verdict: V, declined: readonly Declined[]): V {
  if (verdict === null || declined.length === 0) return verdict;
  return { ...verdict, extras: verdict.extras.map((extra) => insteadOf(extra, declined)) };
}

function insteadOf(extra: Extra, declined: readonly Declined[]): Extra {
  const one = declined.find(({ extraId }) => extraId === extra.id);
  if (!one) return extra;
  const { id } = extra;
  return {
    id,
    label: `${one.instead}, instead of: ${one.label}`,
    item: null,
    step: {
      title: one.instead,
      short: one.instead.slice(0, 24),
      detail: `Instead of: ${one.label}`,
      tool: null,
      minutes: INSTEAD_MINUTES,
      caution: null,
      when: extra.step?.when ?? 'after-drive',
    },
  };
}

/** Hands for what nobody has timed: a lead tied away, a hole left open (common practice, no source). */
const INSTEAD_MINUTES = 2;
