import * as z from 'zod';

/** What cannot be used again once the machine has been opened, or is laid on anew. */
export const UsedUpKindSchema = z.enum(['adhesive-set', 'tape', 'paste', 'foil']);
export type UsedUpKind = z.infer<typeof UsedUpKindSchema>;
