import { between, type Range } from '../time/estimate.js';
import { badAreaRisk, carryTime, dropOutRisk, isDead, NEVER_BOTH, sumKnown } from './parts.js';
import type { Doing, Way } from './way.js';

const HANDS = between(15, 30);
/** Re-reading bad ground costs many times what sound ground does (common practice, no source). */
const SLOWER = { sound: [1, 1.6], 'bad-areas': [1.6, 4], failing: [2.5, 8], unknown: [1.2, 4] } as const;

export const rescue: Way = {
  id: 'rescue',
  say: 'Rescue read',
  judge(crossing) {
    const { facts, health } = crossing;
    // What is missing is got first: it never makes another way the safer one.
    const why = isDead(crossing);
    const first: Doing[] = [
      ...(facts.imageStore
        ? []
        : [
            {
              id: 'image-store',
              say: 'Get a healthy drive or store with room for an image of the whole old drive',
            },
          ]),
      ...(facts.reach === 'none'
        ? [{ id: 'reach', say: 'Get a dock or an enclosure in which the old drive can be read' }]
        : []),
    ];
    const [least, most] = SLOWER[health === 'dead' ? 'failing' : health];
    const read = carryTime(crossing, { files: 0, wholeDisk: true, verify: false });
    const back = carryTime({ ...crossing, badAreas: 0 }, { files: 0, verify: false });
    const slow: Range | null = read && {
      p10: read.p10 * least,
      p50: read.p50 * (least + most) * 0.5,
      p90: read.p90 * most,
    };
    return {
      line: 'Sound parts first, onto an image; if a clone stalls 3 times.',
      possible: why ? 'no' : first.length > 0 ? 'after' : 'yes',
      why,
      before: [
        ...first,
        { id: 'no-repair', say: 'Repair nothing in place; read only, and keep the map of what is read' },
      ],
      after: [
        { id: 'clone-image', say: 'Clone from the image onto the new drive, never from the old one again' },
      ],
      lost: crossing.badAreas > 0 ? ['What lies where it does not read'] : [],
      risks: [
        ...badAreaRisk(crossing),
        dropOutRisk(crossing),
        {
          say: 'It gets worse while it is read',
          detail: 'The best parts first; stop when nothing more comes',
          chance: health === 'failing' ? '1 in 3' : '1 in 8',
          kind: 'may',
        },
        NEVER_BOTH,
      ],
      hands: HANDS,
      total: sumKnown(HANDS, slow, back),
    };
  },
};
