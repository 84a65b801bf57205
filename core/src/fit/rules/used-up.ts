import { isFor, PART_KIND_WORDS } from '../../hardware/index.js';
import { check, type Extra } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import { oncePer, sameFamily, type Rule } from '../rule.js';

/**
 * Glue, film and paste that opening uses up: a machine is not opened before what closes it again is there.
 */
export const usedUp: Rule = {
  id: 'used-up',
  name: 'Used up',
  at({ slot, parts, modelId }) {
    if (slot.usedUp.length === 0) return null;
    return oncePer(
      (drive) => drive.family,
      (drive) => {
        if (!sameFamily(slot, drive)) return null;
        return check('extras', () => {
          const extras = slot.usedUp.map(({ kind, label }): Extra => {
            const item = itemOf(
              partsThatDo(parts, kind, (part) => isFor(part, modelId))[0],
              kind,
              `${PART_KIND_WORDS[kind]} for this model`,
            );
            return { id: `used-up-${kind}`, label: `${label}${sayWhence(item)}`, item, step: null };
          });
          return {
            have: 'not in the box',
            need: slot.usedUp.map((one) => one.label).join(', '),
            sentence: `Opening uses up: ${extras.map((one) => one.label).join('; ')}. Have it here before the machine is opened.`,
            extras,
          };
        });
      },
    );
  },
};
