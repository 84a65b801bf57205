import { boardOf, faceOf, heightParts, outlineOf, type Place } from '@petrichor/core/fit';
import type { BaySlot, BoxDrive, CardDrive, CardSlot } from '@petrichor/core/hardware';
import { sayMm, type Measure, sure } from '@petrichor/core/units';

/**
 * Pixels per millimetre along the drive; the cut's heights are drawn this many times taller (the page says
 * so, too).
 */
const SCALE = 4.85;
const TALLER = 6;
export const X0 = 48;
/** Highest that the inside of the cover may stand in the cut: its words are above. */
const CUT_TOP = 276;
const TONES: Record<string, string> = {
  post: 'var(--metal)',
  board: 'var(--board)',
  chips: 'var(--chip)',
  foil: 'var(--metal-lo)',
  pad: 'url(#h-soft)',
  plate: 'var(--metal-hi)',
};

/** A card in its socket, ready to be drawn: plan above, cut below, on one ruler. */
export function drawCard(place: Place, slot: CardSlot, drive: CardDrive) {
  const x = (mm: number) => Math.round((X0 + mm * SCALE) * 10) / 10;
  const up = (mm: number) => Math.round((440 - mm * SCALE * TALLER) * 10) / 10;
  const lengthMm = Math.round(outlineOf(drive).length.mm);
  const roomMm = slot.kind === 'm2' ? slot.roomLength.mm : lengthMm + 4;
  const widthMm = slot.kind === 'm2' ? slot.roomWidth.mm : 30.3;
  const end = x(lengthMm);
  const chips = chipsOf(drive, lengthMm, faceOf(drive, 'top')?.mm ?? 0);
  const beneath = chipsOf(drive, lengthMm, faceOf(drive, 'bottom')?.mm ?? 0, 'bottom');
  const boardTop = slot.standOff.mm + boardOf(drive).mm;
  let at = 0;
  const parts = heightParts(place, slot, drive).map(({ name, height }) => {
    const mm = height?.mm ?? 0;
    const from = at;
    at += mm;
    const box = (fromMm: number, toMm: number, low: number, high: number) => ({
      x: x(fromMm),
      width: x(toMm) - x(fromMm),
      y: up(high),
      height: up(low) - up(high),
    });
    const boxes =
      name === 'chips'
        ? chips.map((chip) => box(chip.fromMm, chip.toMm, boardTop, boardTop + chip.mm))
        : name === 'post'
          ? beneath
              .filter((chip) => chip.mm > 0)
              .map((chip) => box(chip.fromMm, chip.toMm, slot.standOff.mm - chip.mm, slot.standOff.mm))
          : [box(name === 'board' ? 0 : 6, lengthMm - (name === 'board' ? 0 : 3), from, at)];
    return {
      name,
      measure: height,
      tone: name === 'post' ? sure(TONES['chips']) : (TONES[name] ?? 'var(--metal-hi)'),
      boxes: boxes.filter((one) => one.height > 0),
      middle: up(from + mm / 2),
    };
  });
  const known = parts.every((part) => part.measure !== null);
  const air = slot.coverAt.mm - at;
  const wall = x(roomMm + 2.5);
  // A cover far above would push the drawing off its sheet: it is drawn at the edge, and the figure says
  // where it is.
  const coverMm = Math.min(slot.coverAt.mm, 6.4);
  const labelled = [
    { name: 'cover', value: sayMeasure(slot.coverAt), at: up(coverMm) },
    {
      name: 'air',
      value: known ? sayMm(air) : 'unknown',
      at: known ? Math.max(264, up(at + Math.max(0, coverMm - at) / 2)) : up(coverMm) + 6,
    },
    ...[...parts].reverse().map((part) => ({
      name: part.name,
      value: part.measure ? sayMeasure(part.measure) : 'not measured',
      at: part.middle,
    })),
  ];
  // Labels keep their order and at least 19 px from one another.
  let lowest = 250;
  const labels = labelled.map((label) => {
    lowest = Math.max(lowest + 19, Math.min(label.at - 6, 440));
    return { ...label, y: Math.min(lowest, 452) };
  });
  return {
    words: `${lengthMm} by ${Math.round(outlineOf(drive).width.mm)} mm drive in a room of ${sayMm(roomMm)} by ${sayMm(widthMm)} mm; ${known ? `${sayMm(air)} mm of air under the cover` : 'air under the cover unknown'}`,
    planWords: `${lengthMm} × ${Math.round(outlineOf(drive).width.mm)} mm drive in a room of ${sayMm(roomMm)} × ${sayMm(widthMm)}; to scale`,
    ruler: Array.from({ length: 51 }, (_, index) => index * 2).map((mm) => ({
      mm,
      x: x(mm),
      strong: mm === lengthMm || (slot.kind === 'm2' && mm === slot.post.nowAtMm),
    })),
    plug: drive.family === 'm2' ? `key ${drive.key}` : '52 contacts',
    wall,
    drive: end,
    chips: chips.map((chip, index) => ({
      x: x(chip.fromMm),
      width: x(chip.toMm) - x(chip.fromMm),
      y: index % 2 === 1 ? 106 : 98,
      height: index % 2 === 1 ? 48 : 64,
    })),
    ...postsOf(slot, x, lengthMm),
    postTop: up(slot.standOff.mm),
    boardTop: up(boardTop),
    coverY: up(coverMm),
    /** How far the cut moves down, so that a high cover stays below the words over it. */
    down: Math.max(0, CUT_TOP - up(coverMm)),
    coverMm: sayMm(slot.coverAt.mm),
    ribs: slot.overhangs.map((one) => ({
      x: x(one.fromMm),
      width: x(Math.min(one.toMm, roomMm)) - x(one.fromMm),
      y: up(coverMm),
      height: Math.max(0, up(one.height.mm) - up(coverMm)),
    })),
    obstacles: slot.obstacles.map((one) => ({
      x: x(one.fromMm),
      width: x(one.toMm) - x(one.fromMm),
      y: up(one.height.mm),
      height: 440 - up(one.height.mm),
    })),
    parts,
    labels,
  };
}

/**
 * Where posts stand and where one goes. An mSATA card has a screw at each far corner; it is drawn as one
 * place.
 */
function postsOf(slot: CardSlot, x: (mm: number) => number, lengthMm: number) {
  const end = x(lengthMm);
  if (slot.kind !== 'm2')
    return { posts: [{ x: end, gone: false, say: 'two screws' }], moves: null, postX: end };
  const { nowAtMm, canMoveToMm } = slot.post;
  const moves = nowAtMm !== lengthMm && canMoveToMm.includes(lengthMm);
  const now =
    nowAtMm === null
      ? []
      : [
          {
            x: x(nowAtMm),
            gone: moves,
            say: nowAtMm === lengthMm ? `post, ${nowAtMm}` : `post now, ${nowAtMm}`,
          },
        ];
  return {
    posts: now,
    moves: moves
      ? {
          x: end,
          from: nowAtMm === null ? null : x(nowAtMm),
          say: nowAtMm === null ? `post to ${lengthMm}` : `move to ${lengthMm}`,
        }
      : null,
    postX: moves ? end : nowAtMm === null ? null : x(nowAtMm),
  };
}

/** Chips as the profile says; without one, as they usually lie, at the height that was measured. */
function chipsOf(
  drive: CardDrive,
  lengthMm: number,
  mm: number,
  face: 'top' | 'bottom' = 'top',
): { fromMm: number; toMm: number; mm: number }[] {
  const profile = face === 'top' ? drive.topProfile : drive.bottomProfile;
  if (profile.length > 0) return profile.map(({ fromMm, toMm, height }) => ({ fromMm, toMm, mm: height.mm }));
  const shares = face === 'top' ? [0.12, 0.34, 0.5, 0.74] : [0.34, 0.6];
  return shares.map((share, index) => ({
    fromMm: lengthMm * share,
    toMm: lengthMm * (share + (index === 1 && face === 'top' ? 0.1 : 0.15)),
    mm,
  }));
}

/**
 * A boxed drive in its bay, seen from the side. Bays differ more in height than in outline: that is what is
 * drawn.
 */
export function drawBox(slot: BaySlot, drive: BoxDrive) {
  const scale = 540 / Math.max(slot.roomLength.mm, 100);
  const px = (mm: number) => Math.round(mm * scale * 10) / 10;
  const gap = slot.roomHeight.mm - drive.height.mm;
  const tall = Math.max(slot.roomHeight.mm, drive.height.mm);
  // Heights as tall as they can be drawn without leaving the sheet.
  const taller = Math.min(3, 170 / px(tall));
  return {
    words: `${sayMm(drive.height.mm)} mm high drive in a bay of ${sayMm(slot.roomHeight.mm)} mm`,
    title:
      taller > 1.05
        ? `heights drawn ${sayMm(Math.round(taller * 10) / 10)} times taller`
        : 'heights as lengths',
    roomWidth: px(slot.roomLength.mm),
    roomHeight: px(slot.roomHeight.mm) * taller,
    driveWidth: px(outlineOf(drive).length.mm),
    driveHeight: px(drive.height.mm) * taller,
    spacer: px(Math.max(0, gap)) * taller,
    gapSay: `${sayMm(gap)} free`,
    driveSay: `${drive.family} drive, ${sayMm(drive.height.mm)} ±${sayMm(drive.height.plusMinusMm)}`,
    roomSay: `room ${sayMm(slot.roomHeight.mm)} ±${sayMm(slot.roomHeight.plusMinusMm)} high, ${sayMm(slot.roomLength.mm)} × ${sayMm(slot.roomWidth.mm)}`,
    plugSay: `drive ${drive.connector}, bay ${slot.connector}`,
  };
}

const sayMeasure = ({ mm, plusMinusMm }: Measure): string =>
  `${mm.toFixed(2)} ±${plusMinusMm.toFixed(2).slice(1)}`;
