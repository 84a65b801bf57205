import type { BaySlot, M2Drive, M2Slot, TwoAndAHalfDrive } from '../../hardware/index.js';
import { M2_BOARD } from '../../standards/index.js';
import { clearance, sayMm, type Clearance, type Measure } from '../../units/index.js';
import { finding, type Extra, type Finding } from '../finding.js';
import type { Rule } from '../rule.js';

/** Thickness: what stands on, in and under the drive against the room to cover and board. */
export const height: Rule = {
  id: 'height',
  name: 'Height',
  check(slot, drive) {
    if (slot.kind === 'm2' && drive.family === 'm2') return inSocket(this, slot, drive);
    if (slot.kind === 'bay-2.5' && drive.family === '2.5-inch') return inBay(this, slot, drive);
    return null;
  },
};

/** The parts from main board to cover, in order upwards, for the sum and for the drawing. */
export function heightParts(slot: M2Slot, drive: M2Drive): { name: string; height: Measure | null }[] {
  return [
    { name: 'post', height: slot.standOff },
    { name: 'board', height: M2_BOARD },
    { name: 'chips', height: drive.topHeight },
    ...slot.stack,
  ];
}

function inSocket(rule: Rule, slot: M2Slot, drive: M2Drive): Finding {
  const need = sayMm(slot.coverAt.mm);
  if (!drive.topHeight)
    return unknown(rule, need, 'topHeight', `Measure how far the chips of the ${drive.maker} ${drive.name} stand above its board`);
  if (!drive.bottomHeight)
    return unknown(rule, need, 'bottomHeight', `Look under the ${drive.maker} ${drive.name} and measure what stands beneath its board`);
  const stack = heightParts(slot, drive).flatMap((part) => part.height ?? []);
  const above = clearance([slot.coverAt], stack);
  const below = clearance([slot.standOff], [drive.bottomHeight]);
  const have = sayMm(stack.reduce((sum, part) => sum + part.mm, 0));
  if (below.certainty === 'no' || below.certainty === 'doubtful') {
    return finding(rule, {
      outcome: below.certainty === 'no' ? 'no' : 'unknown',
      have: `${sayMm(drive.bottomHeight.mm)} below`,
      need: `${sayMm(slot.standOff.mm)} below`,
      margin: marginOf(below),
      sentence:
        below.certainty === 'no'
          ? `Chips beneath the drive touch the board: ${sayMm(drive.bottomHeight.mm)} mm where ${sayMm(slot.standOff.mm)} mm is free.`
          : `Cannot say yet: chips beneath need ${sayMm(drive.bottomHeight.mm)} mm of ${sayMm(slot.standOff.mm)} mm.`,
      settles: below.certainty === 'no' ? null : { key: 'bottomHeight', ask: 'Measure the chips beneath with callipers' },
    });
  }
  return finding(rule, { ...gradeOf(above, have, need, 'topHeight'), have, need, margin: marginOf(above) });
}

function inBay(rule: Rule, slot: BaySlot, drive: TwoAndAHalfDrive): Finding {
  const room = clearance([slot.roomHeight], [drive.height]);
  const have = sayMm(drive.height.mm);
  const need = sayMm(slot.roomHeight.mm);
  const slack = room.marginMm;
  const extras: Extra[] =
    slack > 1.5 ? [{ id: 'spacer', label: `Spacer of ${sayMm(Math.round(slack * 2) / 2)} mm under the drive`, step: null }] : [];
  const graded = gradeOf(room, have, need, null);
  return finding(rule, {
    ...graded,
    outcome: graded.outcome === 'fits' && extras.length > 0 ? 'extras' : graded.outcome,
    have,
    need,
    margin: marginOf(room),
    extras,
  });
}

function gradeOf(room: Clearance, have: string, need: string, key: 'topHeight' | null): Pick<Finding, 'outcome' | 'sentence' | 'settles'> {
  const margin = `${sayMm(room.marginMm)} mm`;
  switch (room.certainty) {
    case 'certain':
      return { outcome: 'fits', settles: null, sentence: `${have} mm under ${need} mm leaves ${margin}, also in the worst case.` };
    case 'likely':
      return {
        outcome: 'fits',
        settles: null,
        sentence: `${have} mm under ${need} mm leaves ${margin}, 19 in 20; worst case ${sayMm(room.worstCaseMm)} mm. Close it once on trial.`,
      };
    case 'doubtful':
      return {
        outcome: 'unknown',
        settles: key && { key, ask: 'Measure the chips with callipers: their height decides it' },
        sentence: `Cannot say yet: ${have} mm under ${need} mm leaves ${margin} ± ${sayMm(room.plusMinusMm)}.`,
      };
    case 'no':
      return { outcome: 'no', settles: null, sentence: `Too thick by ${sayMm(-room.marginMm)} mm: ${have} mm under ${need} mm.` };
  }
}

const unknown = (rule: Rule, need: string, key: 'topHeight' | 'bottomHeight', ask: string): Finding =>
  finding(rule, { outcome: 'unknown', have: 'not measured', need, sentence: `Cannot say yet: ${ask}.`, settles: { key, ask } });

const marginOf = (room: Clearance) => ({ value: room.marginMm, plusMinus: room.plusMinusMm, unit: 'mm' });
