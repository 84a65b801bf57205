import * as z from 'zod';

/**
 * A text that stands on one line of every page and in one cell of every list; what was recorded before this
 * was asked stays readable.
 */
export const oneLine = () =>
  z
    .string()
    .trim()
    .regex(/^[^\r\n]*$/, 'Write this on one line.');
