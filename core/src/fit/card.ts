import type { CardDrive, CardSlot, Drive, Stretch } from '../hardware/index.js';
import {
  M2_BOARD,
  M2_HEIGHT_CODES,
  M2_OUTLINE_TOLERANCE_MM,
  M2_WIDTH,
  MSATA,
  MSATA_BOARD,
  THREE_AND_A_HALF,
  TWO_AND_A_HALF,
  type Outline,
} from '../standards/index.js';
import { clearanceOf, spec, tally, type Clearance, type Measure, type Tally } from '../units/index.js';
import { plateOf, type Place } from './place.js';

const M2_OUTLINES = new Map(
  [30, 42, 60, 80, 110].map((mm): [number, Outline] => [
    mm,
    { length: spec(mm, M2_OUTLINE_TOLERANCE_MM), width: M2_WIDTH },
  ]),
);

/** Length x width of any drive. */
export function outlineOf(drive: Drive): Outline {
  switch (drive.family) {
    case 'm2':
      return M2_OUTLINES.get(drive.lengthMm)!;
    case 'msata':
      return MSATA[drive.size];
    case '2.5-inch':
      return TWO_AND_A_HALF;
    case '3.5-inch':
      return THREE_AND_A_HALF;
    case '1.8-inch':
      return drive;
  }
}

export const boardOf = (drive: CardDrive): Measure => (drive.family === 'm2' ? M2_BOARD : MSATA_BOARD);

/**
 * What stands highest above (or hangs lowest beneath) a card's board; null: nobody measured and no code
 * bounds it.
 */
export function faceOf(drive: CardDrive, face: 'top' | 'bottom'): Measure | null {
  const measured = face === 'top' ? drive.topHeight : drive.bottomHeight;
  if (measured) return measured;
  const profile = face === 'top' ? drive.topProfile : drive.bottomProfile;
  if (profile.length > 0)
    return profile.reduce((most, one) => (one.height.mm > most.mm ? one.height : most), profile[0]!.height);
  const code = drive.family === 'm2' ? drive.heightCode : null;
  return code ? spec(M2_HEIGHT_CODES[code][face]) : null;
}

/** One stretch along the card: what stands there against the room there. */
export interface Section {
  readonly fromMm: number;
  readonly toMm: number;
  readonly drive: Measure;
  readonly room: Measure;
  readonly clearance: Clearance;
}

const NOTHING = spec(0);
const NONE: Tally = { mm: 0, squares: 0, straight: 0 };
const FIRMNESS = { no: 0, doubtful: 1, likely: 2, certain: 3 } as const;

/**
 * What a place's stack adds above the board, summed once for all drives; and the answer for the drive asked
 * about last, since several rules ask for it.
 */
interface Stacked {
  readonly bridged: boolean;
  readonly overBoard: Tally;
  readonly room: Tally;
  last: { readonly drive: CardDrive; readonly sections: Section[] | null } | null;
}
const stacked = new WeakMap<Place, Stacked>();

function stackOf(place: Place, slot: CardSlot): Stacked {
  const known = stacked.get(place);
  if (known) return known;
  const made: Stacked = {
    bridged: slot.stack.some((layer) => layer.rigid) || place.plate !== null,
    overBoard: tally([slot.standOff, ...slot.stack.map((layer) => layer.height), ...plateOf(place)]),
    room: tally([slot.coverAt]),
    last: null,
  };
  stacked.set(place, made);
  return made;
}

/**
 * Chips, pad and plate against the cover, stretch by stretch: the cover may overhang half of the drive and
 * chips are not everywhere. A rigid plate bridges from chip to chip, so that it counts along the whole drive.
 * Null where the drive's height is not known.
 */
export function sectionsAbove(place: Place, slot: CardSlot, drive: CardDrive): Section[] | null {
  const stack = stackOf(place, slot);
  if (stack.last?.drive === drive) return stack.last.sections;
  const highest = faceOf(drive, 'top');
  const sections = highest && cutAbove(stack, slot, drive, highest);
  stack.last = { drive, sections };
  return sections;
}

function cutAbove(
  { bridged, overBoard, room }: Stacked,
  slot: CardSlot,
  drive: CardDrive,
  highest: Measure,
): Section[] {
  const board = boardOf(drive);
  const profile = bridged ? [] : drive.topProfile;
  if (profile.length === 0 && slot.overhangs.length === 0) {
    const need = addTo(addTo(overBoard, board), highest);
    return [
      {
        fromMm: 0,
        toMm: outlineOf(drive).length.mm,
        drive: highest,
        room: slot.coverAt,
        clearance: clearanceOf(room, need),
      },
    ];
  }
  return along(drive, profile, highest, slot.overhangs, slot.coverAt, 'lower').map((one) => {
    const need = one.drive.mm > 0 ? addTo(addTo(overBoard, board), one.drive) : tally([slot.standOff, board]);
    return { ...one, clearance: clearanceOf(tally([one.room]), need) };
  });
}

const addTo = (sum: Tally, { mm, plusMinusMm }: Measure): Tally => ({
  mm: sum.mm + mm,
  squares: sum.squares + plusMinusMm ** 2,
  straight: sum.straight + plusMinusMm,
});

/** Chips beneath against what stands on the main board. Null where their height is not known. */
export function sectionsBelow(slot: CardSlot, drive: CardDrive): Section[] | null {
  const lowest = faceOf(drive, 'bottom');
  if (!lowest) return null;
  if (drive.bottomProfile.length === 0 && slot.obstacles.length === 0) {
    const clearance = clearanceOf(addTo(NONE, slot.standOff), addTo(NONE, lowest));
    return [{ fromMm: 0, toMm: outlineOf(drive).length.mm, drive: lowest, room: NOTHING, clearance }];
  }
  return along(drive, drive.bottomProfile, lowest, slot.obstacles, NOTHING, 'higher').map((one) => ({
    ...one,
    clearance: clearanceOf(tally([slot.standOff]), tally([one.drive, one.room])),
  }));
}

/** The section that is tightest: the least sure one, and of those the one with the least air. */
export const tightest = (sections: readonly Section[]): Section =>
  sections.length === 1
    ? sections[0]!
    : sections.reduce((worst, one) => {
        const by = FIRMNESS[one.clearance.certainty] - FIRMNESS[worst.clearance.certainty];
        return by < 0 || (by === 0 && one.clearance.marginMm < worst.clearance.marginMm) ? one : worst;
      });

/** Cuts the card's length where the drive's or the machine's height changes. */
function along(
  drive: CardDrive,
  own: readonly Stretch[],
  uniform: Measure,
  machine: readonly Stretch[],
  otherwise: Measure,
  counts: 'lower' | 'higher',
): Omit<Section, 'clearance'>[] {
  const length = outlineOf(drive).length.mm;
  if (own.length === 0 && machine.length === 0)
    return [{ fromMm: 0, toMm: length, drive: uniform, room: otherwise }];
  const cuts = [...new Set([0, length, ...[...own, ...machine].flatMap((one) => [one.fromMm, one.toMm])])]
    .filter((mm) => mm >= 0 && mm <= length)
    .sort((a, b) => a - b);
  return cuts.slice(1).map((toMm, index) => {
    const fromMm = cuts[index]!;
    const here = (one: Stretch) => one.fromMm < toMm && one.toMm > fromMm;
    const stands = own.filter(here).map((one) => one.height);
    const meets = machine.filter(here).map((one) => one.height);
    return {
      fromMm,
      toMm,
      drive: own.length === 0 ? uniform : most(stands, NOTHING),
      room: counts === 'lower' ? least(meets, otherwise) : most(meets, otherwise),
    };
  });
}

const most = (all: readonly Measure[], otherwise: Measure): Measure =>
  all.reduce((a, b) => (b.mm > a.mm ? b : a), otherwise);
const least = (all: readonly Measure[], otherwise: Measure): Measure =>
  all.reduce((a, b) => (b.mm < a.mm ? b : a), otherwise);

/**
 * Where chips lie along a card: from the first to the last. Without a profile, all of it but 2 mm at each end
 * (common practice, no source).
 */
export function chipSpan(drive: CardDrive, face: 'top' | 'bottom' = 'top'): { fromMm: number; toMm: number } {
  const profile = face === 'top' ? drive.topProfile : drive.bottomProfile;
  if (profile.length === 0) return { fromMm: 2, toMm: outlineOf(drive).length.mm - 2 };
  return {
    fromMm: Math.min(...profile.map((one) => one.fromMm)),
    toMm: Math.max(...profile.map((one) => one.toMm)),
  };
}

/** The parts from main board to cover, in order upwards, for the sum and for the drawing. */
export function heightParts(
  place: Place,
  slot: CardSlot,
  drive: CardDrive,
): { name: string; height: Measure | null }[] {
  return [
    { name: 'post', height: slot.standOff },
    { name: 'board', height: boardOf(drive) },
    { name: 'chips', height: faceOf(drive, 'top') },
    ...slot.stack.map((layer) => ({ name: layer.name, height: layer.height })),
    ...(place.plate ? [{ name: place.plate.label, height: place.plate.thickness }] : []),
  ];
}
