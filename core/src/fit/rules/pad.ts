import { isSocket, type CardDrive, type CardSlot, type Pad, type Spreader } from '../../hardware/index.js';
import { clearance, sayMm, type Clearance } from '../../units/index.js';
import { boardOf, chipSpan, faceOf } from '../card.js';
import { check, fits, type Check, type Told } from '../finding.js';
import { itemOf, partsThatDo, sayWhence } from '../pick.js';
import type { Place } from '../place.js';
import { sameFamily, type Rule } from '../rule.js';

/**
 * A pad works when it is pressed by this share of its thickness; more bends the board (common practice, no
 * source).
 */
const PRESSED = { least: 0.1, most: 0.3 } as const;
/** Chips may stick out this far beyond a pad's end, mm (common practice, no source). */
const OVERLAP_MM = 1;

/**
 * The pad between chips and spreader: thick enough to touch, not so thick that it bends the board, long
 * enough to reach every chip.
 */
export const pad: Rule = {
  id: 'pad',
  name: 'Heat pad',
  at(place) {
    const { slot } = place;
    if (!isSocket(slot) || !slot.spreader) return null;
    const { spreader } = slot;
    return (drive) => (sameFamily(slot, drive) ? padFor(place, slot, spreader, drive as CardDrive) : null);
  },
};

function padFor(place: Place, slot: CardSlot, spreader: Spreader, drive: CardDrive): Check | null {
  const face = spreader.kind === 'beneath' ? 'bottom' : 'top';
  const span = chipSpan(drive, face);
  const spanMm = span.toMm - span.fromMm;
  const now = spreader.padNow;
  const reaches = (lengthMm: number) => lengthMm + 2 * OVERLAP_MM >= spanMm;
  const room = gapOf(slot, spreader, drive);
  if (room === null) {
    // It floats on the drive: only its length is in question.
    if (!now) return null;
    if (reaches(now.lengthMm))
      return fits(() => ({
        have: `${sayMm(spanMm)} long`,
        need: `${sayMm(now.lengthMm)} now`,
        sentence: `The pad of ${sayMm(now.lengthMm)} mm reaches every chip.`,
      }));
    return change(
      place,
      spanMm,
      { least: now.thicknessMm, most: now.thicknessMm },
      `The pad is ${sayMm(now.lengthMm)} mm long, the chips take ${sayMm(spanMm)} mm`,
      {
        have: `${sayMm(spanMm)} long`,
        need: `${sayMm(now.lengthMm)} now`,
      },
    );
  }
  const gap = room.marginMm;
  const window = { least: gap / (1 - PRESSED.least), most: gap / (1 - PRESSED.most) };
  const words = { have: `gap ${sayMm(gap)}`, need: now ? `${sayMm(now.thicknessMm)} now` : 'no pad' };
  if (gap < 0.05)
    return fits(() => ({ ...words, sentence: `Chips lie against the spreader: no pad goes between.` }));
  if (
    now &&
    now.thicknessMm >= window.least - 1e-9 &&
    now.thicknessMm <= window.most + 1e-9 &&
    reaches(now.lengthMm)
  ) {
    return fits(() => ({
      ...words,
      margin: {
        value: Math.round((1 - gap / now.thicknessMm) * 100),
        plusMinus: Math.round((room.plusMinusMm / now.thicknessMm) * 100),
        unit: '% pressed',
      },
      sentence: `The ${sayMm(now.thicknessMm)} mm pad is pressed by ${sayPressed(now.thicknessMm, room)}; ${PRESSED.least * 100} to ${PRESSED.most * 100} is right.`,
    }));
  }
  return change(
    place,
    spanMm,
    window,
    `The gap of ${sayMm(gap)} ±${sayMm(room.plusMinusMm)} mm wants a pad of ${sayMm(window.least)} to ${sayMm(window.most)} mm${now ? `; the one there has ${sayMm(now.thicknessMm)}` : ''}`,
    words,
  );
}

/**
 * Between the chips and a face that stays where it is, with its tolerance; null where the spreader rises with
 * the drive, or heights are not known.
 */
function gapOf(slot: CardSlot, spreader: Spreader, drive: CardDrive): Clearance | null {
  if (spreader.kind === 'floating' || !spreader.faceAt) return null;
  const face = faceOf(drive, spreader.kind === 'beneath' ? 'bottom' : 'top');
  if (!face) return null;
  return spreader.kind === 'beneath'
    ? clearance([slot.standOff], [face, spreader.faceAt])
    : clearance([spreader.faceAt], [slot.standOff, boardOf(drive), face]);
}

/** `18 % (12 to 24 in 19 of 20)`: how far a pad is pressed over the gap's tolerance. */
function sayPressed(thicknessMm: number, { marginMm, plusMinusMm }: Clearance): string {
  const share = (gapMm: number) => Math.round((1 - gapMm / thicknessMm) * 100);
  return `${share(marginMm)} % (${share(marginMm + plusMinusMm)} to ${share(marginMm - plusMinusMm)} in 19 of 20)`;
}

function change(
  place: Place,
  spanMm: number,
  thickness: { least: number; most: number },
  why: string,
  words: Pick<Told, 'have' | 'need'>,
): Check {
  const beneath = isSocket(place.slot) && place.slot.spreader?.kind === 'beneath';
  return check('extras', () => {
    const right = partsThatDo(
      place.parts,
      'pad',
      (part) =>
        part.thicknessMm >= thickness.least - 1e-9 &&
        part.thicknessMm <= thickness.most + 1e-9 &&
        part.lengthMm + 2 * OVERLAP_MM >= spanMm,
    );
    const best: Pad | undefined = right[0];
    const range =
      thickness.least === thickness.most
        ? sayMm(thickness.least)
        : `${sayMm(thickness.least)} to ${sayMm(thickness.most)}`;
    const item = itemOf(
      best,
      'pad',
      `${range} mm thick, ${sayMm(Math.ceil(spanMm - 2 * OVERLAP_MM))} mm long or longer`,
    );
    const size = best ? `${sayMm(best.thicknessMm)} mm pad` : `pad of ${range} mm`;
    return {
      ...words,
      sentence: `${why}: another pad${sayWhence(item)}.`,
      extras: [
        {
          id: 'pad',
          label: `${best?.name ?? `Heat pad, ${range} mm thick, ${sayMm(spanMm)} mm long`}${sayWhence(item)}`,
          item,
          step: {
            title: beneath ? `Lay the ${size} on the spreader beneath` : `Lay the ${size} on the chips`,
            short: 'pad on',
            detail: `Trim it to where chips are. Peel the film off both faces, the second one last.`,
            tool: null,
            minutes: 2,
            caution: 'A film left on keeps the heat in.',
            when: beneath ? 'before-drive' : 'after-drive',
          },
        },
      ],
    };
  });
}
