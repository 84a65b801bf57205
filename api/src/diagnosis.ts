import {
  CountsDocumentSchema,
  DiagnosisKnowledgeSchema,
  LearnedEditionSchema,
  PastCaseSchema,
} from '@petrichor/core/diagnose';
import { AboutSchema } from '@petrichor/core/job';
import * as z from 'zod';
import { route } from './route.js';

/** When an edition was saved, by whom and why. */
export const EditionNoteSchema = z.strictObject({
  about: AboutSchema,
  version: z.number().int(),
  savedAt: z.string(),
  savedBy: z.string(),
  why: z.string(),
});
export type EditionNote = z.infer<typeof EditionNoteSchema>;

/**
 * Both editions with what jobs taught, their history, and what finished jobs amount to: a changed edition
 * learns of the counts alone.
 */
export const DiagnosisReplySchema = z.strictObject({
  before: LearnedEditionSchema,
  after: LearnedEditionSchema,
  history: z.array(EditionNoteSchema),
  counts: CountsDocumentSchema,
});
export type DiagnosisReply = z.infer<typeof DiagnosisReplySchema>;

export const PastCasesQuerySchema = z.object({
  /** Only jobs in which this cause was confirmed; without it every job that has a confirmed one. */
  cause: z.string().max(60).optional(),
  /** Only jobs with a lower number. */
  before: z.coerce.number<number>().int().min(1).max(2_147_483_647).default(2_147_483_647),
});
export type PastCasesQuery = z.infer<typeof PastCasesQuerySchema>;
export const PastCasesReplySchema = z.strictObject({
  /** Finished jobs that teach something, the newest first. */
  cases: z.array(PastCaseSchema),
  /** Ask with it for older ones; null: there are none. */
  next: z.number().int().nullable(),
});
export type PastCasesReply = z.infer<typeof PastCasesReplySchema>;

/** The whole edition with its changes; `version` is the one it was made from. */
export const SaveEditionSchema = z.strictObject({
  knowledge: DiagnosisKnowledgeSchema,
  why: z.string().trim().min(3, 'Say why you change it.').max(300),
});
export type SaveEdition = z.infer<typeof SaveEditionSchema>;
export const SaveEditionReplySchema = z.strictObject({ version: z.number().int() });

export const diagnosisRoutes = {
  diagnosis: route('GET', '/diagnosis', {
    say: 'What diagnosis knows, and what jobs taught it',
    by: 'signed-in',
    reply: DiagnosisReplySchema,
  }),
  pastCases: route('GET', '/diagnosis/cases', {
    say: 'Finished jobs that diagnosis learns from',
    by: 'signed-in',
    query: PastCasesQuerySchema,
    reply: PastCasesReplySchema,
  }),
  saveEdition: route('POST', '/diagnosis', {
    say: 'Save the next edition',
    by: ['lead'],
    body: SaveEditionSchema,
    reply: SaveEditionReplySchema,
    status: 201,
  }),
  oldEdition: route('GET', '/diagnosis/:about/:version', {
    say: 'An edition as it was',
    by: 'signed-in',
    params: { about: AboutSchema, version: z.coerce.number<number>().int().min(1) },
    reply: DiagnosisKnowledgeSchema,
  }),
};
