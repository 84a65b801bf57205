import type { Drive, Slot } from '../../hardware/index.js';
import { clearanceOf, sayMm, tally, type Clearance, type Measure, type Tally } from '../../units/index.js';
import { outlineOf } from '../card.js';
import { check, fits, no, unknown, type Check } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import type { Place } from '../place.js';
import { sameFamily, type Rule } from '../rule.js';

const FAMILY: Readonly<Record<Drive['family'], string>> = {
  m2: 'M.2, 22 mm wide',
  msata: 'mSATA',
  '2.5-inch': '2.5-inch',
  '3.5-inch': '3.5-inch',
  '1.8-inch': '1.8-inch',
};
const SLOT_TAKES: Readonly<Record<Slot['kind'], string>> = {
  m2: 'M.2, 22 mm wide',
  msata: 'mSATA',
  'bay-2.5': '2.5-inch',
  'bay-3.5': '3.5-inch',
  'bay-1.8': '1.8-inch',
  soldered: 'nothing',
};
/** What tells two look-alikes apart, said where one is held against the other's place. */
const TELL_APART: Partial<Record<string, string>> = {
  'msata in m2':
    ' An mSATA card is 30 mm wide and has a screw at each far corner; an M.2 drive is 22 mm wide with one notch at its end.',
  'm2 in msata':
    ' An M.2 drive is 22 mm wide with one notch at its end; an mSATA card is 30 mm wide with a screw at each far corner.',
  '1.8-inch in bay-2.5': ' Its plug is the short micro-SATA one, or a flat cable.',
};

/** Form factor, and the drive's outline inside the slot's length and width. */
export const outline: Rule = {
  id: 'outline',
  name: 'Outline',
  restsOn: ['roomLength', 'roomWidth'],
  isFinal: true,
  at(place) {
    const { slot } = place;
    if (slot.kind === 'soldered') return null;
    const across = tally([widthOf(slot)]);
    const along = tally([lengthOf(slot)]);
    return (drive) =>
      sameFamily(slot, drive) ? inside(place, slot, drive, along, across) : otherForm(slot, drive);
  },
};

type Roomy = Exclude<Slot, { kind: 'soldered' }>;
// An mSATA socket takes one size of card or the other; its room is not narrower than the card it is made for.
const lengthOf = (slot: Roomy): Measure =>
  'roomLength' in slot
    ? slot.roomLength
    : { mm: slot.sizes.includes('full') ? 51.2 : 27.2, plusMinusMm: 0.2, from: 'spec' };
const widthOf = (slot: Roomy): Measure =>
  'roomWidth' in slot ? slot.roomWidth : { mm: 30.3, plusMinusMm: 0.2, from: 'spec' };

const otherForm = (slot: Slot, drive: Drive): Check =>
  no(() => ({
    have: FAMILY[drive.family],
    need: SLOT_TAKES[slot.kind],
    sentence: `Another form factor: the drive is ${FAMILY[drive.family]}, ${slot.label} takes ${SLOT_TAKES[slot.kind]}.${TELL_APART[`${drive.family} in ${slot.kind}`] ?? ''}`,
  }));

function inside(place: Place, slot: Roomy, drive: Drive, along: Tally, across: Tally): Check {
  if (slot.kind === 'bay-3.5' && drive.family === '2.5-inch') return withConverter(place);
  const own = outlineOf(drive);
  const lengthways = clearanceOf(along, tally([own.length]));
  const sideways = clearanceOf(across, tally([own.width]));
  const tight = tighter(lengthways, sideways);
  const told = (words: (sizes: string, room: string) => string) => {
    const have = `${sayMm(own.length.mm)} × ${sayMm(own.width.mm)}`;
    const need = `${sayMm(lengthOf(slot).mm)} × ${sayMm(widthOf(slot).mm)}`;
    return { have, need, margin: marginOf(tight), sentence: words(`${have} mm`, `${need} mm`) };
  };
  if (lengthways.certainty === 'no' || sideways.certainty === 'no')
    return no(() => told((sizes, room) => `Too large: ${sizes} does not go into ${room}.`));
  if (lengthways.certainty === 'doubtful' || sideways.certainty === 'doubtful') {
    return unknown(() => {
      const key = lengthways.certainty === 'doubtful' ? 'roomLength' : 'roomWidth';
      const ask = `Measure the ${key === 'roomLength' ? 'length' : 'width'} of the room with callipers`;
      return {
        ...told((sizes, room) => `Cannot say yet: ${sizes} in ${room} is too close. ${ask}.`),
        settles: { of: 'slot', key, ask, choices: [] },
      };
    });
  }
  return fits(() =>
    told(
      (sizes, room) =>
        `${sizes} goes into ${room} with ${sayMm(tight.marginMm)} mm to spare at the tighter side.`,
    ),
  );
}

function withConverter({ parts, modelId }: Place): Check {
  return check('extras', () => {
    const converter = partsThatDo(parts, 'converter', () => true)[0];
    const item = itemOf(converter, 'converter', '2.5-inch in 3.5-inch, with its plug where the old one was');
    return {
      have: '2.5-inch',
      need: '3.5-inch bay',
      sentence: `A 2.5-inch drive goes into this bay with a converter${sayWhence(item)}.`,
      extras: [
        {
          id: 'converter',
          label: `2.5-inch in 3.5-inch converter${sayWhence(item)}`,
          item,
          step: {
            title: 'Screw the new drive into the converter',
            short: 'converter on',
            detail: `Four M3 screws, no deeper than 3 mm. Its plug has to end up where the old drive's was${modelId ? '' : ', look before you tighten'}.`,
            tool: 'PH1',
            minutes: 3,
            caution: null,
            when: 'before-drive',
          },
        },
      ],
    };
  });
}

const tighter = (a: Clearance, b: Clearance): Clearance => (a.marginMm <= b.marginMm ? a : b);
const marginOf = (room: Clearance) => ({ value: room.marginMm, plusMinus: room.plusMinusMm, unit: 'mm' });
