import {
  isBay,
  PART_KIND_WORDS,
  isFor,
  type BayPart,
  type BaySlot,
  type BoxDrive,
  type Drive,
} from '../../hardware/index.js';
import { DRIVE_SCREW_DEPTH_MM } from '../../standards/index.js';
import { spec } from '../../units/index.js';
import { check, type Check, type Extra, type Item } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import type { Place } from '../place.js';
import { sameFamily, type Rule } from '../rule.js';
import { findScrews, sayScrewWanted, screwItem, type ScrewNeed } from '../screws.js';

/** Thickness of a frame's or caddy's wall under a side screw's head (common practice, no source). */
const FRAME_WALL = spec(1, 0.2);

/** Caddy, studs, side screws, flat-cable adapter: moved over from the old drive, or to be got. */
export const bayHardware: Rule = {
  id: 'bay-hardware',
  name: 'Bay hardware',
  at(place) {
    const { slot } = place;
    if (!isBay(slot)) return null;
    const missing = slot.hardware.filter((one) => one.where === 'missing');
    const moved = [
      ...slot.movesOver,
      ...slot.hardware.filter((one) => one.where === 'old-drive').map(sayPart),
    ];
    if (moved.length + missing.length === 0) return null;
    return (drive) =>
      sameFamily(slot, drive) ? gather(place, slot, drive as BoxDrive, moved, missing) : null;
  },
};

/**
 * Side screws of a boxed drive: M3 in a 2.5-inch one, 6-32 in a 3.5-inch one (SFF-8201 and SFF-8301, from
 * memory).
 */
const sideScrewNeed = (drive: Drive): ScrewNeed => ({
  thread: drive.family === '3.5-inch' ? '6-32' : 'M3',
  form: 'machine',
  between: [FRAME_WALL],
  depth: spec(DRIVE_SCREW_DEPTH_MM),
  safeBiteMm: null,
  head: null,
  headRoomMm: null,
});

const sayPart = (part: BayPart): string => (part.count > 1 ? `${part.count} ${part.label}` : part.label);

function gather(
  place: Place,
  slot: BaySlot,
  drive: BoxDrive,
  moved: readonly string[],
  missing: readonly BayPart[],
): Check {
  return check('extras', () => {
    const got = missing.map((part): Extra => {
      const item = itemFor(place, drive, part);
      return { id: `get-${part.kind}`, label: `${sayPart(part)}${sayWhence(item)}`, item, step: null };
    });
    const words = moved.join(' and ');
    // What sat on a drive that is not there may have gone with it.
    const isHere = slot.fitted !== null;
    const move: Extra[] = words
      ? [
          {
            id: 'move-hardware',
            label: isHere ? `Move over ${words}` : `${words}, if they are still there`,
            item: null,
            step: {
              title: `${isHere ? 'Move' : 'Screw'} the ${words} ${isHere ? 'to' : 'on'} the new drive`,
              short: isHere ? 'hardware moved over' : 'hardware on',
              detail: `Same places on the new drive; side screws go no deeper than ${DRIVE_SCREW_DEPTH_MM} mm.`,
              tool: slot.kind === 'bay-3.5' ? 'PH1' : 'PH0',
              minutes: 3,
              caution: null,
              when: 'before-drive',
            },
          },
        ]
      : [];
    const sentences = [
      ...(words
        ? [
            isHere
              ? `Moves over from the old drive: ${words}.`
              : `It is held by ${words}: what went with the drive that was in it has to be got.`,
          ]
        : []),
      ...(got.length > 0 ? [`Missing: ${got.map((one) => one.label).join('; ')}.`] : []),
    ];
    return {
      have: 'bare drive',
      need: [words, ...missing.map(sayPart)].filter(Boolean).join(', '),
      sentence: sentences.join(' '),
      extras: [...move, ...got],
    };
  });
}

function itemFor(place: Place, drive: BoxDrive, part: BayPart): Item {
  if (part.kind === 'side-screws') {
    const need = sideScrewNeed(drive);
    const found = findScrews(need, place.parts, []).find(
      (one) => one.verdict === 'fits' && one.count >= part.count,
    );
    if (found) return screwItem(found, part.count);
    return itemOf(undefined, 'screw', sayScrewWanted(need), part.count);
  }
  const right = partsThatDo(place.parts, part.kind, (one) => isFor(one, place.modelId))[0];
  return itemOf(right, part.kind, `${PART_KIND_WORDS[part.kind]} for this model`, part.count);
}
