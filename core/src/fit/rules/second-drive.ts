import { fits, no } from '../finding.js';
import { oncePer, sameFamily, type Rule } from '../rule.js';

/** Replace, or add: whether this slot is free for it, and what becomes of the drive that is there. */
export const secondDrive: Rule = {
  id: 'second-drive',
  name: 'Old drive',
  at({ slot, need, others }) {
    if (slot.kind === 'soldered') return null;
    const { fitted } = slot;
    return oncePer(
      (drive) => drive.family,
      (drive) => {
        if (!sameFamily(slot, drive)) return null;
        if (need.plan === 'add' && fitted)
          return no(() => ({
            have: 'add',
            need: 'occupied',
            sentence: `This slot holds the ${fitted.label}, which is to stay. Add it in an empty slot, or replace.`,
          }));
        if (need.plan === 'replace' && !fitted && others.length > 0)
          return fits(() => ({
            have: 'replace',
            need: 'empty',
            sentence:
              'This slot is empty: the old drive stays where it is unless it is taken out, too. Left in unplugged, its leads are insulated and the data is still inside: say so.',
          }));
        return fits(() => ({
          have: need.plan,
          need: fitted ? 'occupied' : 'empty',
          sentence: fitted ? `It takes the place of the ${fitted.label}.` : 'The slot is empty.',
        }));
      },
    );
  },
};
