import { SealedKindSchema } from '@petrichor/core/job';
import { oneLine } from '@petrichor/core/units';
import * as z from 'zod';
import { CommandIdSchema, CommandReplySchema, JobIdSchema } from './jobs.js';
import { route } from './route.js';

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

const note = { jobId: JobIdSchema, noteId: z.uuid('That is not a note’s id. Load the page again.') };

/** Passcodes and keys: each look is on record. */
export const sealedRoutes = {
  keepSealed: route('POST', '/jobs/:jobId/sealed', {
    say: 'Seal a passcode or a key',
    by: 'signed-in',
    params: { jobId: JobIdSchema },
    body: KeepSealedSchema,
    reply: CommandReplySchema,
    status: 201,
  }),
  lookSealed: route('POST', '/jobs/:jobId/sealed/:noteId/look', {
    say: 'Read a sealed note; the look is recorded',
    by: 'signed-in',
    params: note,
    body: SealedCommandSchema,
    reply: SealedReplySchema,
  }),
  destroySealed: route('POST', '/jobs/:jobId/sealed/:noteId/destroy', {
    say: 'Destroy a sealed note',
    by: 'signed-in',
    params: note,
    body: SealedCommandSchema,
    reply: CommandReplySchema,
  }),
};
