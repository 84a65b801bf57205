import { SealedKindSchema } from '@petrichor/core/job';
import { oneLine } from '@petrichor/core/units';
import * as z from 'zod';
import { CommandIdSchema } from './jobs.js';

/** What is to be sealed goes to the server once, and into no queue. */
export const KeepSealedSchema = z.strictObject({
  commandId: CommandIdSchema,
  kind: SealedKindSchema,
  label: oneLine().max(60, 'Shorten what it is for to 60 characters.'),
  secret: z.string().min(1, 'Type what is to be sealed.').max(2000, 'At most 2 000 characters.'),
});
export type KeepSealed = z.infer<typeof KeepSealedSchema>;
export const SealedCommandSchema = z.strictObject({ commandId: CommandIdSchema });
export const SealedReplySchema = z.strictObject({ secret: z.string() });
export type SealedReply = z.infer<typeof SealedReplySchema>;
