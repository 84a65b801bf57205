import * as z from 'zod';

/** Shape of the state mark of a job. */
export const MarkSchema = z.enum(['ready-in', 'ready-out', 'other-hands', 'own', 'needs', 'stop', 'settled']);
export type Mark = z.infer<typeof MarkSchema>;
