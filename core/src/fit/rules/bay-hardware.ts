import { finding } from '../finding.js';
import type { Rule } from '../rule.js';

/** Caddy, studs and flat-cable adapter that move from the old 2.5-inch drive to the new one. */
export const bayHardware: Rule = {
  id: 'bay-hardware',
  name: 'Bay hardware',
  check(slot, drive) {
    if (slot.kind !== 'bay-2.5' || drive.family !== '2.5-inch' || slot.movesOver.length === 0) return null;
    const parts = slot.movesOver.join(' and ');
    return finding(this, {
      outcome: 'extras',
      have: 'bare drive',
      need: parts,
      sentence: `Moves over from the old drive: ${parts}.`,
      extras: [
        {
          id: 'move-hardware',
          label: `Move over ${parts}`,
          step: {
            title: `Move the ${parts} to the new drive`,
            short: 'hardware moved over',
            detail: 'Same places on the new drive; side screws go no deeper than 3 mm.',
            tool: 'PH0',
            minutes: 3,
            caution: null,
          },
        },
      ],
    });
  },
};
