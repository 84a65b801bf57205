import * as z from 'zod';

/** A serial as it is kept: what a label or a report may show, in one piece. */
export const SerialSchema = z
  .string()
  .trim()
  .min(1, 'Scan or type the serial from the label.')
  .regex(
    /^[\x21-\x7e]*$/,
    'A serial has letters, digits and signs, no spaces. Scan it again or type it without them.',
  );
