import { finding } from '../finding.js';
import type { Rule } from '../rule.js';

/** A post stands, or can be made to stand, where the drive's notch ends up. */
export const lengthAndPost: Rule = {
  id: 'length-and-post',
  name: 'Length, post',
  check(slot, drive) {
    if (slot.kind !== 'm2' || drive.family !== 'm2') return null;
    const { nowAtMm, canMoveToMm, tool } = slot.post;
    const have = `${drive.lengthMm}`;
    if (nowAtMm === drive.lengthMm) {
      return finding(this, {
        outcome: 'fits',
        have,
        need: `${nowAtMm} now`,
        sentence: `The post stands at ${nowAtMm} mm, where the drive ends.`,
      });
    }
    const moveable = canMoveToMm.includes(drive.lengthMm);
    const places = [nowAtMm, ...canMoveToMm].sort((a, b) => a - b).join(' or ');
    if (!moveable) {
      return finding(this, {
        outcome: 'no',
        have,
        need: places,
        sentence: `Nothing holds a ${drive.lengthMm} mm drive here: the post goes to ${places} mm only, and no extender is on the shelf.`,
      });
    }
    const longer = drive.lengthMm > nowAtMm;
    return finding(this, {
      outcome: 'extras',
      have,
      need: `${nowAtMm} now`,
      sentence: `The post moves from ${nowAtMm} to ${drive.lengthMm} mm.${longer ? ' Left where it is, it would press on the board.' : ''}`,
      extras: [
        {
          id: 'move-post',
          label: `Move the post from ${nowAtMm} to ${drive.lengthMm} mm`,
          step: {
            title: `Move the post from ${nowAtMm} to ${drive.lengthMm} mm`,
            short: `post ${nowAtMm} to ${drive.lengthMm} mm`,
            detail: 'Unscrew the post, set it into the hole marked for the new length, finger-tight and a touch more.',
            tool,
            minutes: 2,
            caution: longer ? 'A post left under a longer drive bends or shorts it. Check that the old place is bare.' : null,
          },
        },
      ],
    });
  },
};
