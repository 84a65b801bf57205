import { DiagnosisKnowledgeSchema, LearnedEditionSchema, PastCaseSchema } from '@petrichor/core/diagnose';
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

/** Both editions with what jobs taught, their history, and every finished job that teaches something. */
export const DiagnosisReplySchema = z.strictObject({
  before: LearnedEditionSchema,
  after: LearnedEditionSchema,
  history: z.array(EditionNoteSchema),
  cases: z.array(PastCaseSchema),
});
export type DiagnosisReply = z.infer<typeof DiagnosisReplySchema>;

/** The whole edition with its changes; `version` is the one it was made from. */
export const SaveEditionSchema = z.strictObject({
  knowledge: DiagnosisKnowledgeSchema,
  why: z.string().trim().min(3, 'Say why you change it.').max(300),
});
export type SaveEdition = z.infer<typeof SaveEditionSchema>;
export const SaveEditionReplySchema = z.strictObject({ version: z.number().int() });

export const diagnosisRoutes = {
  diagnosis: route('GET', '/diagnosis', {
    say: 'What diagnosis knows, and the jobs behind it',
    by: 'signed-in',
    reply: DiagnosisReplySchema,
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
