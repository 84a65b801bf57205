import { sayMarked, GB } from '../../units/index.js';
import { finding } from '../finding.js';
import type { Rule } from '../rule.js';

const gb = (marked: number): string => sayMarked(marked * GB);

/** Large enough for what is on the old drive and for what is wanted; within what the maker states. */
export const capacity: Rule = {
  id: 'capacity',
  name: 'Room for data',
  check(slot, drive, need) {
    const floor = Math.max(need.usedGb ?? 0, need.wantedGb ?? 0);
    const have = gb(drive.markedGb);
    if (floor > 0 && drive.markedGb < floor) {
      const why = (need.usedGb ?? 0) >= floor ? 'is in use on the old drive' : 'is wanted';
      return finding(this, {
        outcome: 'no',
        have,
        need: gb(floor),
        margin: { value: drive.markedGb - floor, plusMinus: 0, unit: 'GB' },
        sentence: `Too small: ${gb(floor)} ${why}, the drive is marked ${have}.`,
      });
    }
    if (slot.claimedLimitGb !== null && drive.markedGb > slot.claimedLimitGb) {
      return finding(this, {
        outcome: 'unknown',
        have,
        need: `to ${gb(slot.claimedLimitGb)}`,
        sentence: `Cannot say yet: the maker states ${gb(slot.claimedLimitGb)} at most and nobody here has tried more.`,
      });
    }
    return finding(this, {
      outcome: 'fits',
      have,
      need: floor > 0 ? gb(floor) : 'not stated',
      margin: floor > 0 ? { value: drive.markedGb - floor, plusMinus: 0, unit: 'GB' } : null,
      sentence: floor > 0 ? `${have} holds the ${gb(floor)} asked for.` : `${have}; nobody has said how much is needed.`,
    });
  },
};
