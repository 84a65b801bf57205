import type { Drive } from '../../hardware/index.js';
import { M2_OUTLINE_TOLERANCE_MM, M2_WIDTH, TWO_AND_A_HALF_LENGTH, TWO_AND_A_HALF_WIDTH } from '../../standards/index.js';
import { clearance, sayMm, spec, type Measure } from '../../units/index.js';
import { finding } from '../finding.js';
import { sameFamily, type Rule } from '../rule.js';

const FAMILY = { m2: 'M.2, 22 mm wide', '2.5-inch': '2.5-inch' } as const;
const SLOT_TAKES = { m2: 'M.2, 22 mm wide', 'bay-2.5': '2.5-inch' } as const;

/** Form factor, and the drive's outline inside the slot's length and width. */
export const outline: Rule = {
  id: 'outline',
  name: 'Outline',
  check(slot, drive) {
    if (!sameFamily(slot, drive)) {
      return finding(this, {
        outcome: 'no',
        have: FAMILY[drive.family],
        need: SLOT_TAKES[slot.kind],
        sentence: `Another form factor: the drive is ${FAMILY[drive.family]}, ${slot.label} takes ${SLOT_TAKES[slot.kind]}.`,
      });
    }
    const along = clearance([slot.roomLength], [lengthOf(drive)]);
    const across = clearance([slot.roomWidth], [widthOf(drive)]);
    const tighter = along.marginMm <= across.marginMm ? along : across;
    const clash = [along, across].some((one) => one.certainty === 'no' || one.certainty === 'doubtful');
    const sizes = (length: Measure, width: Measure) => `${sayMm(length.mm)} × ${sayMm(width.mm)}`;
    const have = sizes(lengthOf(drive), widthOf(drive));
    const need = sizes(slot.roomLength, slot.roomWidth);
    return finding(this, {
      outcome: clash ? 'no' : 'fits',
      have,
      need,
      margin: { value: tighter.marginMm, plusMinus: tighter.plusMinusMm, unit: 'mm' },
      sentence: clash
        ? `Too large: ${have} mm does not go into ${need} mm.`
        : `${have} mm goes into ${need} mm with ${sayMm(tighter.marginMm)} mm to spare at the tighter side.`,
    });
  },
};

const lengthOf = (drive: Drive): Measure => (drive.family === 'm2' ? spec(drive.lengthMm, M2_OUTLINE_TOLERANCE_MM) : TWO_AND_A_HALF_LENGTH);
const widthOf = (drive: Drive): Measure => (drive.family === 'm2' ? M2_WIDTH : TWO_AND_A_HALF_WIDTH);
