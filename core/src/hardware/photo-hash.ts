import * as z from 'zod';

/** A photo that the workshop keeps, by its content (SHA-256, hexadecimal). */
export const PhotoHashSchema = z.string().regex(/^[0-9a-f]{64}$/, 'That is no photo of this workshop.');
