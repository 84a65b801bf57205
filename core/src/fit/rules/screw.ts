import { isSocket, sayScrew, type CardDrive, type CardSlot } from '../../hardware/index.js';
import { M2_KEEP_OUT_MM, M2_NOTCH_MM } from '../../standards/index.js';
import { clause, sayMm } from '../../units/index.js';
import { boardOf } from '../card.js';
import { aside, check, fits, type Check } from '../finding.js';
import { sayWhence } from '../pick.js';
import { plateOf, type Place } from '../place.js';
import { oncePer, sameFamily, type Rule } from '../rule.js';
import {
  findScrews,
  judgeScrew,
  lengthWindow,
  sayScrewWanted,
  screwItem,
  type ScrewNeed,
} from '../screws.js';

/** The screw that holds a card down: there, long enough with what lies under its head, and not too long. */
export const screw: Rule = {
  id: 'screw',
  name: 'Screw',
  at(place) {
    const { slot } = place;
    if (!isSocket(slot)) return null;
    return oncePer(
      (drive) => drive.family,
      (drive) => (sameFamily(slot, drive) ? held(place, slot, drive as CardDrive) : null),
    );
  },
};

/** What the mounting screw of a card has to be, here. */
export function cardScrewNeed(place: Place, slot: CardSlot, drive: CardDrive): ScrewNeed {
  const board = boardOf(drive);
  return {
    thread: slot.screw.thread,
    form: 'machine',
    between: [board, ...plateOf(place)],
    depth: slot.threadDepth,
    safeBiteMm: slot.screw.lengthMm - board.mm,
    head: slot.kind === 'm2' ? { leastMm: M2_NOTCH_MM, mostMm: M2_KEEP_OUT_MM } : null,
    headRoomMm: slot.coverAt.mm - slot.standOff.mm - board.mm,
  };
}

/** Screws that hold one card: an M.2 drive has one, an mSATA card two. */
const countFor = (drive: CardDrive): number => (drive.family === 'msata' ? 2 : 1);

function held(place: Place, slot: CardSlot, drive: CardDrive): Check {
  // Most machines hold their own screw and nothing lies under its head: nothing is to be worked out.
  if (slot.screwState === 'present' && !place.plate)
    return fits(() => ({
      have: sayScrew(slot.screw),
      need: sayScrew(slot.screw),
      sentence: `The machine's own ${sayScrew(slot.screw)} holds it.`,
    }));
  const own = sayScrew(slot.screw);
  const need = cardScrewNeed(place, slot, drive);
  const { least, most } = lengthWindow(need);
  const told = {
    have: `${need.thread} × ${sayMm(least)}${most === null ? '' : `–${sayMm(most)}`}`,
    need: own,
  };
  if (slot.screwState === 'not-looked')
    return aside(() => ({
      ...told,
      need: 'not looked',
      sentence: `Look whether the mounting screw (${own}) is there: it is often in neither the machine nor the drive's box.`,
      settles: {
        of: 'slot',
        key: 'screwState',
        ask: 'Is the mounting screw there?',
        choices: [
          { value: 'present', say: 'there and sound' },
          { value: 'worn', say: 'there, its head is worn' },
          { value: 'missing', say: 'not there' },
        ],
      },
    }));
  const stays = slot.screwState === 'present' && !tooShort(need, slot);
  if (stays) return fits(() => ({ ...told, have: own, sentence: `The machine's own ${own} holds it.` }));
  const quantity = countFor(drive);
  return check('extras', () => {
    const best = findScrews(need, place.parts, place.ownScrews).find(
      (one) => one.verdict === 'fits' && one.count >= quantity,
    );
    const wanted = sayScrewWanted(need);
    const item = best
      ? screwItem(best, quantity)
      : {
          kind: 'screw',
          quantity,
          specification: wanted,
          from: 'order' as const,
          partId: null,
          name: `Screw ${wanted}`,
          drawer: '',
          priceMinor: null,
          leadDays: null,
        };
    const why = { present: `too short with what now lies under its head`, worn: 'worn', missing: 'missing' }[
      slot.screwState as 'present'
    ];
    const from = best?.from === 'machine' ? `, lent by this machine: ${best.where}` : sayWhence(item);
    return {
      ...told,
      need: why === 'worn' || why === 'missing' ? why : own,
      sentence: `The mounting screw is ${why}: ${best ? `${clause(best.sentence)}${from}` : `get ${wanted}`}.`,
      extras: [
        {
          id: 'screw',
          label: `${quantity > 1 ? `${quantity} screws` : 'Screw'} ${best ? sayScrew(best.screw) : wanted}${from}`,
          item,
          step: null,
        },
      ],
    };
  });
}

/** With a plate under its head, the maker's own screw may no longer bite. */
const tooShort = (need: ScrewNeed, slot: CardSlot): boolean =>
  need.between.length > 1 &&
  judgeScrew({ ...need, head: null, headRoomMm: null }, slot.screw).verdict === 'no';
