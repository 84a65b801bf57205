import { between } from '../time/estimate.js';
import {
  BACKUP_FIRST,
  badAreaRisk,
  carryTime,
  dropOutRisk,
  filesOf,
  isDead,
  lacksBackup,
  reachFault,
  sumKnown,
} from './parts.js';
import type { Way } from './way.js';

/** Hands: partition, copy, make it start (common practice, no source). */
const HANDS = between(20, 35);

export const copy: Way = {
  id: 'copy',
  say: 'Copy file by file',
  judge(crossing) {
    const { facts, layout } = crossing;
    const why =
      isDead(crossing) ??
      reachFault(crossing) ??
      (facts.encryption === 'locked'
        ? 'It is encrypted and locked: files can only be read once it is unlocked.'
        : null) ??
      (layout && !layout.ok ? layout.sentence : null);
    const before = lacksBackup(crossing) ? [BACKUP_FIRST] : [];
    return {
      line: 'New file systems, every file copied; for other sector sizes.',
      possible: why ? 'no' : before.length > 0 ? 'after' : 'yes',
      why,
      before,
      after: [{ id: 'make-it-start', say: 'Write the start files anew: the copy has identities of its own' }],
      lost: ['What no file names: hidden recovery areas, boot sectors of other systems'],
      risks: [
        ...badAreaRisk(crossing),
        dropOutRisk(crossing),
        {
          say: 'It does not start at once',
          detail: 'Start files are written anew from the medium',
          chance: '1 in 4',
          kind: 'may',
        },
      ],
      hands: HANDS,
      total: sumKnown(HANDS, carryTime(crossing, { files: filesOf(crossing) })),
    };
  },
};
