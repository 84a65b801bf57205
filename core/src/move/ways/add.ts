import { between } from '../time/estimate.js';
import type { Way } from './way.js';

const HANDS = between(8, 15);

export const add: Way = {
  id: 'add',
  say: 'Add as a second drive',
  judge({ beside, health }) {
    if (!beside) return null;
    const ill = health === 'failing' || health === 'dead' || health === 'bad-areas';
    return {
      line: 'The old drive stays; the new one is empty room.',
      possible: ill ? 'no' : 'yes',
      why: ill
        ? 'The old drive does not read well: it must not stay the one that the machine starts from.'
        : null,
      before: [],
      after: [{ id: 'table', say: 'Give the added drive a table, a volume, a letter and a label' }],
      lost: [],
      risks: [
        {
          say: 'It takes the start order over',
          detail: 'Check the boot order in the firmware',
          chance: '1 in 15',
          kind: 'may',
        },
      ],
      hands: HANDS,
      total: HANDS,
    };
  },
};
