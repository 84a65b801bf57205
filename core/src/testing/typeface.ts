import type { Typeface } from '../sheets/typeface.js';

/** Every letter is half as wide as high. */
export const halfWide: Typeface = { widthMm: (text, sizeMm) => [...text].length * sizeMm * 0.5 };
