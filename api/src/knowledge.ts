import { LearnedEditionSchema } from '@petrichor/core/diagnose';
import { DriveSchema, MachineModelSchema, PartSchema } from '@petrichor/core/hardware';
import { CompanionCaseSchema } from '@petrichor/core/job';
import { PricingSchema } from '@petrichor/core/quote';
import { PolicySchema } from '@petrichor/core/teardown';
import * as z from 'zod';

/** What the core may look up: models with guides, the drives of the shelf, and what diagnosis knows. */
export const KnowledgeReplySchema = z.strictObject({
  models: z.array(MachineModelSchema),
  drives: z.array(DriveSchema),
  parts: z.array(PartSchema),
  /** How this workshop opens machines. */
  policy: PolicySchema,
  /** What it charges. */
  pricing: PricingSchema,
  /** What jobs here have shown about companions. */
  companionCases: z.array(CompanionCaseSchema),
  diagnosis: z.strictObject({ before: LearnedEditionSchema, after: LearnedEditionSchema }),
});
export type KnowledgeReply = z.infer<typeof KnowledgeReplySchema>;

/** A document as it lies in a file; the server finds its format by content. */
export const ImportSchema = z.strictObject({
  text: z.string().min(1, 'The file is empty.').max(8_000_000, 'The file is larger than 8 MB.'),
});
export type Import = z.infer<typeof ImportSchema>;

export const ImportReplySchema = z.strictObject({ imported: z.string() });
