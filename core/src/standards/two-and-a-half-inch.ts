import { spec, type Measure } from '../units/index.js';

/** Outline of a 2.5-inch drive (SFF-8201, from memory). */
export const TWO_AND_A_HALF_WIDTH: Measure = spec(69.85, 0.25);
export const TWO_AND_A_HALF_LENGTH: Measure = spec(100.2, 0.25);

/** Heights a 2.5-inch drive is made in, mm (SFF-8201, from memory). */
export const TWO_AND_A_HALF_HEIGHTS_MM = [5, 7, 9.5, 12.5, 15, 19.05] as const;
