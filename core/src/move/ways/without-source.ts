import { between } from '../time/estimate.js';
import { carryTime, keyRisk, secureBootOff, sumKnown, usbMedium } from './parts.js';
import type { Way } from './way.js';

const RESTORE_HANDS = between(10, 20);
const INSTALL = between(25, 50);

/** From the customer's own backup; the old drive is not read. */
export const restoreBackup: Way = {
  id: 'restore-backup',
  say: 'Restore from the backup',
  judge(crossing) {
    const none = crossing.backup === 'none';
    return {
      line: 'New drive filled from their backup; as old as that is.',
      possible: none ? 'no' : crossing.backup === 'verified' ? 'yes' : 'after',
      why: none ? 'There is no backup.' : null,
      before: [
        ...(crossing.backup === 'unknown'
          ? [{ id: 'ask-backup', say: 'Ask whether there is a backup, and where' }]
          : []),
        ...(crossing.backup === 'made'
          ? [{ id: 'backup', say: 'Read the backup back and see that it opens' }]
          : []),
        ...usbMedium(crossing),
        ...secureBootOff(crossing),
      ],
      after: [],
      lost: ['What was made since the backup'],
      risks: [
        ...keyRisk(crossing),
        {
          say: 'The backup lacks something',
          detail: 'Keep the old drive until the customer has looked',
          chance: '1 in 6',
          kind: 'may',
        },
      ],
      hands: RESTORE_HANDS,
      total: sumKnown(
        RESTORE_HANDS,
        carryTime({ ...crossing, badAreas: 0, health: 'sound' }, { files: 0, verify: false }),
      ),
    };
  },
};

/** The customer said so: only a system. */
export const nothingToKeep: Way = {
  id: 'nothing-to-keep',
  say: 'Nothing to keep',
  judge(crossing) {
    return {
      line: 'The customer said so; a new system is installed.',
      possible: crossing.facts.usbMedium ? 'yes' : 'after',
      why: null,
      before: [...usbMedium(crossing), ...secureBootOff(crossing)],
      after: [],
      lost: ['Everything on the old drive, unless it is kept'],
      risks: [
        {
          say: 'Something was wanted after all',
          detail: 'Keep the old drive until a date',
          chance: '1 in 10',
          kind: 'may',
        },
      ],
      hands: between(25, 40),
      total: INSTALL,
    };
  },
};
