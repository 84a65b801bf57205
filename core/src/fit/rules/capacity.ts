import { sectorCountOfMarkedSize } from '../../standards/index.js';
import { GB, sayMarked } from '../../units/index.js';
import { check, fits, no, type Check, type Told } from '../finding.js';
import type { Need } from '../need.js';
import { oncePer, type Rule } from '../rule.js';

const gb = (marked: number): string => sayMarked(marked * GB);

/**
 * Large enough for what is on the old drive and for what is wanted, and for a clone of it if one is planned.
 */
export const capacity: Rule = {
  id: 'capacity',
  name: 'Room for data',
  at({ need }) {
    const floor = Math.max(need.usedGb ?? 0, need.wantedGb ?? 0);
    return oncePer(
      (drive) => drive.markedGb,
      ({ markedGb }) => {
        const have = gb(markedGb);
        const margin = floor > 0 ? { value: markedGb - floor, plusMinus: 0, unit: 'GB' } : null;
        if (markedGb < floor) {
          const why = (need.usedGb ?? 0) >= floor ? 'is in use on the old drive' : 'is wanted';
          return no(() => ({
            have,
            need: gb(floor),
            margin,
            sentence: `Too small: ${gb(floor)} ${why}, the drive is marked ${have}.`,
          }));
        }
        return (
          cloneOf(need, markedGb, { have, margin }) ??
          fits(() => ({
            have,
            need: floor > 0 ? gb(floor) : 'not stated',
            margin,
            sentence:
              floor > 0
                ? `${have} holds the ${gb(floor)} asked for.`
                : `${have}; nobody has said how much is needed.`,
          }))
        );
      },
    );
  },
};

/**
 * A clone as it is wants at least as many sectors as the old drive has: a '480' does not take that of a
 * '500'.
 */
function cloneOf(
  { cloneFromGb }: Need,
  markedGb: number,
  marked: Pick<Told, 'have' | 'margin'>,
): Check | null {
  const from = cloneFromGb === null ? null : sectorCountOfMarkedSize(cloneFromGb);
  const to = sectorCountOfMarkedSize(markedGb);
  if (cloneFromGb === null || from === null || to === null || to >= from) return null;
  return check('extras', () => {
    const short = (from - to).toLocaleString('en-GB').replaceAll(',', ' ');
    return {
      ...marked,
      need: `${gb(cloneFromGb)} to clone`,
      sentence: `A clone as it is does not go on: ${short} sectors short of the old ${gb(cloneFromGb)} drive. Shrink its last partition first, or install clean.`,
      extras: [
        {
          id: 'shrink-first',
          label: `Before a clone: shrink the old drive's partitions to ${gb(markedGb)}`,
          item: null,
          step: null,
        },
      ],
    };
  });
}
