import { spec, type Measure } from '../units/index.js';

/** Length x width of a drive with its tolerances. */
export interface Outline {
  readonly length: Measure;
  readonly width: Measure;
}

/** SFF-8201, from memory. */
export const TWO_AND_A_HALF: Outline = { length: spec(100.2, 0.25), width: spec(69.85, 0.25) };

/** SFF-8301, from memory; the length is the greatest allowed. */
export const THREE_AND_A_HALF: Outline = { length: spec(146.75, 0.25), width: spec(101.6, 0.25) };

/** mSATA cards: JEDEC MO-300, from memory. */
export const MSATA: Readonly<Record<'full' | 'half', Outline>> = {
  full: { length: spec(50.8, 0.15), width: spec(29.85, 0.15) },
  half: { length: spec(26.8, 0.15), width: spec(29.85, 0.15) },
};
/** Board of an mSATA card: 1.0 mm ±10 % (JEDEC MO-300, from memory). */
export const MSATA_BOARD: Measure = spec(1, 0.1);
