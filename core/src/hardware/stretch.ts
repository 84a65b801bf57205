import * as z from 'zod';
import { MeasureSchema } from '../units/index.js';

/**
 * A height that holds over a stretch along the drive, mm from the socket's datum (the drive's contact edge).
 */
export const StretchSchema = z
  .strictObject({
    fromMm: z.number().min(0).max(200),
    toMm: z.number().min(0).max(200),
    height: MeasureSchema,
    /** `chips`, `shield edge`; for the drawing and the sentence. */
    what: z.string().max(30).default(''),
  })
  .refine((stretch) => stretch.toMm > stretch.fromMm, 'a stretch ends behind where it begins');
export type Stretch = z.infer<typeof StretchSchema>;
