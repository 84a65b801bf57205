import * as z from 'zod';

export const CompanionKindSchema = z.enum(['memory', 'wireless', 'battery']);
export type CompanionKind = z.infer<typeof CompanionKindSchema>;
