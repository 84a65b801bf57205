import {
  isBay,
  isSocket,
  sayDrive,
  type BoxDrive,
  type BaySlot,
  type CardDrive,
  type CardSlot,
} from '../../hardware/index.js';
import { clearance, leastSure, sayMm, type Clearance } from '../../units/index.js';
import { heightParts, sectionsAbove, sectionsBelow, tightest, type Section } from '../card.js';
import { check, fits, no, unknown, type Check, type Settles } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import type { Place } from '../place.js';
import { sameFamily, type Rule } from '../rule.js';

/**
 * Thickness: what stands on, in and under the drive against the room to cover and board, stretch by stretch.
 */
export const height: Rule = {
  id: 'height',
  name: 'Height',
  restsOn: ['coverAt', 'standOff', 'roomHeight'],
  alwaysSaid: true,
  at(place) {
    const { slot } = place;
    if (isSocket(slot))
      return (drive) => (sameFamily(slot, drive) ? inSocket(place, slot, drive as CardDrive) : null);
    if (isBay(slot))
      return (drive) => (sameFamily(slot, drive) ? inBay(place, slot, drive as BoxDrive) : null);
    return null;
  },
};

function inSocket(place: Place, slot: CardSlot, drive: CardDrive): Check {
  const below = sectionsBelow(slot, drive);
  const above = sectionsAbove(place, slot, drive);
  const worstBelow = below && tightest(below);
  const worstAbove = above && tightest(above);
  // What clashes for certain decides, even while the other face is not measured.
  if (worstBelow?.clearance.certainty === 'no') return no(() => touchesBelow(slot, worstBelow));
  if (worstAbove?.clearance.certainty === 'no') return no(() => tooThick(drive, place, worstAbove));
  if (!worstAbove)
    return unknown(() =>
      ask(slot, 'topHeight', `Measure how far the chips of the ${sayDrive(drive)} stand above its board`),
    );
  if (!worstBelow)
    return unknown(() =>
      ask(
        slot,
        'bottomHeight',
        `Look under the ${sayDrive(drive)} and measure what stands beneath its board`,
      ),
    );
  if (worstBelow.clearance.certainty === 'doubtful') return unknown(() => doubtBelow(slot, worstBelow));
  if (worstAbove.clearance.certainty === 'doubtful')
    return unknown(() => doubtAbove(slot, drive, place, worstAbove));
  return fits(() => leaves(drive, worstAbove));
}

const ask = (slot: CardSlot, key: string, words: string) => ({
  have: 'not measured',
  need: sayMm(slot.coverAt.mm),
  sentence: `Cannot say yet: ${words}.`,
  settles: { of: 'drive' as const, key, ask: words, choices: [] },
});

const stackMm = (section: Section): string => sayMm(section.room.mm - section.clearance.marginMm);

const tooThick = (drive: CardDrive, place: Place, at: Section) => ({
  ...sums(at),
  sentence: `Too thick by ${sayMm(-at.clearance.marginMm)} mm${where(at, drive)}: ${stackMm(at)} mm under ${sayMm(at.room.mm)} mm.${place.plate ? ` The ${place.plate.label} takes ${sayMm(place.plate.thickness.mm)} of it.` : ''}`,
});

const touchesBelow = (slot: CardSlot, at: Section) => ({
  have: `${sayMm(at.drive.mm)} below`,
  need: `${sayMm(slot.standOff.mm - at.room.mm)} below`,
  margin: marginOf(at.clearance),
  sentence: `Chips beneath the drive touch ${at.room.mm > 0 ? 'what stands on the board' : 'the board'}: ${sayMm(at.drive.mm)} mm where ${sayMm(slot.standOff.mm - at.room.mm)} mm is free.`,
});

const doubtBelow = (slot: CardSlot, at: Section) => ({
  have: `${sayMm(at.drive.mm)} below`,
  need: `${sayMm(slot.standOff.mm - at.room.mm)} below`,
  margin: marginOf(at.clearance),
  sentence: `Cannot say yet: chips beneath need ${sayMm(at.drive.mm)} mm of ${sayMm(slot.standOff.mm - at.room.mm)} mm.`,
  settles: {
    of: 'drive' as const,
    key: 'bottomHeight',
    ask: 'Measure the chips beneath with callipers',
    choices: [],
  },
});

const doubtAbove = (slot: CardSlot, drive: CardDrive, place: Place, at: Section) => ({
  ...sums(at),
  sentence: `Cannot say yet: ${stackMm(at)} mm under ${sayMm(at.room.mm)} mm leaves ${sayMm(at.clearance.marginMm)} mm ± ${sayMm(at.clearance.plusMinusMm)}${where(at, drive)}.`,
  settles: whatDoubts(slot, drive, place),
});

const leaves = (drive: CardDrive, at: Section) => {
  const { marginMm, worstCaseMm, certainty } = at.clearance;
  const sum = `${stackMm(at)} mm under ${sayMm(at.room.mm)} mm leaves ${sayMm(marginMm)} mm${where(at, drive)}`;
  return {
    ...sums(at),
    likely: certainty !== 'certain',
    sentence:
      certainty === 'certain'
        ? `${sum}, also in the worst case.`
        : `${sum}, 19 in 20; worst case ${sayMm(worstCaseMm)} mm. Close it once on trial.`,
  };
};

const sums = (at: Section) => ({
  have: stackMm(at),
  need: sayMm(at.room.mm),
  margin: marginOf(at.clearance),
});

/** ` from 40 to 60 mm`, where it is not the whole drive. */
const where = (at: Section, drive: CardDrive): string =>
  drive.topProfile.length === 0 && at.fromMm === 0 ? '' : ` from ${sayMm(at.fromMm)} to ${sayMm(at.toMm)} mm`;

/** What to measure: of drive and cover, the one whose tolerance is widest. */
function whatDoubts(slot: CardSlot, drive: CardDrive, place: Place): Settles {
  const parts = heightParts(place, slot, drive).flatMap((part) =>
    part.height ? [{ name: part.name, measure: part.height }] : [],
  );
  const { name } = leastSure([
    ...parts.filter((part) => part.name === 'chips'),
    { name: 'cover', measure: slot.coverAt },
  ]);
  return name === 'chips'
    ? {
        of: 'drive',
        key: 'topHeight',
        ask: `Measure the chips of the ${sayDrive(drive)} with callipers: their height decides it`,
        choices: [],
      }
    : {
        of: 'slot',
        key: 'coverAt',
        ask: 'Measure with callipers how far the inside of the cover lies above the main board',
        choices: [],
      };
}

/** A bay takes what is not thicker; a thinner drive is lifted by a spacer. */
function inBay(place: Place, slot: BaySlot, drive: BoxDrive): Check {
  // In a converter a 2.5-inch drive has the height of a 3.5-inch bay around it.
  const converted = slot.kind === 'bay-3.5' && drive.family === '2.5-inch';
  const room = clearance([slot.roomHeight], [drive.height]);
  const told = () => ({
    have: sayMm(drive.height.mm),
    need: sayMm(slot.roomHeight.mm),
    margin: marginOf(room),
  });
  const sum = () => `${sayMm(drive.height.mm)} mm in ${sayMm(slot.roomHeight.mm)} mm`;
  if (room.certainty === 'no')
    return no(() => ({
      ...told(),
      sentence: `Too thick by ${sayMm(-room.marginMm)} mm: ${sum()}.${tooTall(drive)}`,
    }));
  if (room.certainty === 'doubtful')
    return unknown(() => ({
      ...told(),
      sentence: `Cannot say yet: ${sum()} leaves ${sayMm(room.marginMm)} mm ± ${sayMm(room.plusMinusMm)}.`,
      settles: {
        of: 'slot',
        key: 'roomHeight',
        ask: 'Measure the height of the bay with callipers, frame in place',
        choices: [],
      },
    }));
  // Less play than this a plug takes (common practice, no source).
  if (converted || room.marginMm <= 1.5)
    return fits(() => ({ ...told(), sentence: `${sum()} leaves ${sayMm(room.marginMm)} mm.` }));
  const gapMm = Math.floor(room.marginMm * 2 + 1e-9) / 2;
  return check('extras', () => {
    const spacer = partsThatDo(
      place.parts,
      'spacer',
      (part) => part.heightMm <= room.marginMm + 1e-9 && room.marginMm - part.heightMm <= 1,
    )[0];
    const item = itemOf(spacer, 'spacer', `${sayMm(gapMm)} mm high`);
    return {
      ...told(),
      sentence: `${sum()} leaves ${sayMm(room.marginMm)} mm: a spacer keeps it from hanging on its plug.`,
      extras: [
        {
          id: 'spacer',
          label: `Spacer of ${sayMm(gapMm)} mm under the drive${sayWhence(item)}`,
          item,
          step: {
            title: `Lay a ${sayMm(gapMm)} mm spacer under the drive`,
            short: 'spacer in',
            detail: 'On the side away from the plug, so that the plug keeps its height.',
            tool: null,
            minutes: 1,
            caution: null,
            when: 'before-drive',
          },
        },
      ],
    };
  });
}

/** Mechanical drives of more than 2 TB are 15 mm high (common practice, no source). */
const tooTall = (drive: BoxDrive): string =>
  drive.family === '2.5-inch' && drive.height.mm >= 12.5
    ? ' Drives of this height are made for cases, not for laptops.'
    : '';

const marginOf = (room: Clearance) => ({ value: room.marginMm, plusMinus: room.plusMinusMm, unit: 'mm' });
