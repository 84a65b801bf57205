import { unknown } from '../finding.js';
import type { Rule } from '../rule.js';

/** The model comes in variants and this slot differs between them: which one is on the bench comes first. */
export const variant: Rule = {
  id: 'variant',
  name: 'Variant',
  at({ variantAsk, slot }) {
    if (!variantAsk) return null;
    const answer = unknown(() => ({
      have: 'not settled',
      need: variantAsk.answers.map((one) => one.say).join(' or '),
      sentence: `Cannot say yet: ${slot.label} differs between variants of this model. ${variantAsk.ask}`,
      settles: { of: 'model', key: 'variant', ask: variantAsk.ask, choices: [...variantAsk.answers] },
    }));
    return () => answer;
  },
};
