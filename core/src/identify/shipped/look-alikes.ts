import type { LookAlike } from '../knowledge.js';
import { LENGTHS } from './things.js';

const alike = (one: string, other: string, feature: string, say: string): LookAlike => ({
  of: [one, other],
  feature,
  say,
});
export const LOOK_ALIKES: readonly LookAlike[] = [
  alike(
    'msata-full',
    'mini-card-full',
    'antenna-snaps',
    'An mSATA card and a wireless card have the same edge: only the wireless card has antenna snaps.',
  ),
  alike(
    'msata-half',
    'mini-card-half',
    'antenna-snaps',
    'An mSATA card and a wireless card have the same edge: only the wireless card has antenna snaps.',
  ),
  ...LENGTHS.map((mm) =>
    alike(
      `m2-${mm}-bm-sata`,
      `m2-${mm}-bm-nvme`,
      'label',
      'Both have two notches: only the label says whether it speaks SATA or NVMe.',
    ),
  ),
  alike(
    'sata-25',
    'pata-25',
    'edge',
    'Same box, another plug: flat tongues are SATA, two rows of pins are PATA.',
  ),
  alike(
    'sata-35',
    'pata-35',
    'edge',
    'Same box, another plug: flat tongues are SATA, two rows of pins are PATA.',
  ),
  alike(
    'micro-sata-18',
    'zif-18',
    'edge',
    'Two short tongues are micro-SATA; a thin slot with a latch is ZIF.',
  ),
  alike('m2', 'm16', 'diameter', 'M2 and M1.6 look alike: measure over the thread, 2.0 or 1.6 mm.'),
  alike('m2', 'm25', 'diameter', 'M2 and M2.5 look alike: measure over the thread, 2.0 or 2.5 mm.'),
  alike(
    'm3',
    'unc632',
    'diameter',
    'M3 and 6-32 look alike and do not go into one another: 3.0 or 3.5 mm over the thread.',
  ),
  alike(
    'm2',
    'forming-2',
    'turns',
    'A thread-forming screw is as thick as M2: its turns are wide apart and sharp.',
  ),
  alike(
    'socket-b',
    'socket-e',
    'rib',
    'Key B leaves six contacts on the small side of its rib, key E about a dozen: count them.',
  ),
  alike(
    'ddr3',
    'ddr4',
    'notch-from-left',
    'DDR3 and DDR4 differ in the place of the notch: about 24.8 or 28.6 mm from the left.',
  ),
  alike(
    'flip-latch',
    'slide-latch',
    'latch',
    'A bar that flips breaks when it is pulled, and one that slides when it is lifted: look before you try.',
  ),
];
