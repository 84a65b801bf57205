import { LearnedEditionSchema } from '@petrichor/core/diagnose';
import { DriveSchema, MachineModelSchema, PartSchema } from '@petrichor/core/hardware';
import { CompanionCaseSchema } from '@petrichor/core/job';
import { PricingSchema } from '@petrichor/core/quote';
import { PolicySchema } from '@petrichor/core/teardown';
import * as z from 'zod';
import { route } from './route.js';

/** What is told as one: as it is now, or not at all. */
const whole = {
  models: z.array(MachineModelSchema),
  /** How this workshop opens machines. */
  policy: PolicySchema,
  /** What it charges. */
  pricing: PricingSchema,
  /** What jobs here have shown about companions. */
  companionCases: z.array(CompanionCaseSchema),
  diagnosis: z.strictObject({ before: LearnedEditionSchema, after: LearnedEditionSchema }),
};

/**
 * What the core may look up: models with guides, the drives of the shelf, and what diagnosis knows. Asked
 * with the version that somebody has, it is what changed since: of drives and parts those that did, of the
 * rest what is otherwise now.
 */
export const KnowledgeReplySchema = z.strictObject({
  version: z.string(),
  /** The version that this builds on; null: on none, all of it is here. */
  since: z.string().nullable(),
  drives: z.array(DriveSchema),
  parts: z.array(PartSchema),
  ...z.strictObject(whole).partial().shape,
});
export type KnowledgeReply = z.infer<typeof KnowledgeReplySchema>;
export type KnowledgeWhole = KnowledgeReply & z.infer<z.ZodObject<typeof whole>>;

/** A document as it lies in a file; the server finds its format by content. */
export const ImportSchema = z.strictObject({
  text: z.string().min(1, 'The file is empty.').max(8_000_000, 'The file is larger than 8 MB.'),
});
export type Import = z.infer<typeof ImportSchema>;

export const ImportReplySchema = z.strictObject({ imported: z.string() });

/** Models with their guides, the drives of the shelf, and what the workshop charges. */
export const knowledgeRoutes = {
  knowledge: route('GET', '/knowledge', {
    say: 'Models, drives, and what diagnosis knows: all of it, or what changed since a version',
    by: 'signed-in',
    query: z.strictObject({ since: z.string().max(300).optional() }),
    reply: KnowledgeReplySchema,
  }),
  bringIn: route('POST', '/imports', {
    say: 'Bring in a machine model, a drive list or a diagnosis document',
    by: ['lead'],
    body: ImportSchema,
    reply: ImportReplySchema,
    status: 201,
  }),
  setPricing: route('POST', '/pricing', {
    say: 'What this workshop charges',
    by: ['lead'],
    body: PricingSchema,
    reply: PricingSchema,
  }),
};
