import { GuideStateSchema, MachineModelSchema } from '@petrichor/core/hardware';
import { PhotoHashSchema } from '@petrichor/core/hardware';
import { PolicySchema } from '@petrichor/core/teardown';
import * as z from 'zod';
import { Media, route } from './route.js';

/** A saved version of a guide, without the guide itself. */
export const GuideVersionNoteSchema = z.strictObject({
  version: z.number().int(),
  state: GuideStateSchema,
  why: z.string(),
  savedAt: z.string(),
  savedBy: z.string(),
});
export type GuideVersionNote = z.infer<typeof GuideVersionNoteSchema>;

/** 'This is not how it was', written at a step of a job. */
export const CorrectionSchema = z.strictObject({
  jobId: z.string(),
  jobNumber: z.number().int(),
  seq: z.number().int(),
  operationId: z.string().nullable(),
  guideVersion: z.number().int(),
  text: z.string(),
  photos: z.array(PhotoHashSchema),
  at: z.string(),
  by: z.string(),
  settled: z
    .strictObject({
      verdict: z.enum(['taken-up', 'declined']),
      words: z.string(),
      at: z.string(),
      by: z.string(),
    })
    .nullable(),
});
export type Correction = z.infer<typeof CorrectionSchema>;

/** What a workshop has of one model beside the model itself. */
export const ModelRecordSchema = z.strictObject({
  versions: z.array(GuideVersionNoteSchema),
  corrections: z.array(CorrectionSchema),
  jobs: z.array(
    z.strictObject({
      id: z.string(),
      number: z.number().int(),
      customer: z.string(),
      closed: z.boolean(),
      openedAt: z.string(),
    }),
  ),
});
export type ModelRecord = z.infer<typeof ModelRecordSchema>;

export const SaveGuideSchema = z.strictObject({
  /** The whole model: its guide carries the state it is saved in; the version is given by the server. */
  model: MachineModelSchema,
  /** The newest version its author had seen; 0: the model is new. */
  basedOn: z.number().int().min(0),
  why: z.string().trim().min(3, 'Say in a few words what changed.').max(300),
});
export type SaveGuide = z.infer<typeof SaveGuideSchema>;

export const SaveGuideReplySchema = z.strictObject({ version: z.number().int() });

export const SettleCorrectionSchema = z.strictObject({
  verdict: z.enum(['taken-up', 'declined']),
  words: z.string().trim().min(3, 'Say what came of it.').max(300),
});
export type SettleCorrection = z.infer<typeof SettleCorrectionSchema>;

export const PhotoReplySchema = z.strictObject({
  hash: PhotoHashSchema,
  bytes: z.number().int(),
  /** A sentence: there is little room left for photos. */
  warning: z.string().nullable(),
});
export type PhotoReply = z.infer<typeof PhotoReplySchema>;

const model = { modelId: z.string().max(60) };

/** Versions of guides, what jobs say against them, the workshop's policy, and photos. */
export const guideRoutes = {
  saveGuide: route('POST', '/models', {
    say: 'Save the next version of a guide (reviewed or retired: lead)',
    by: ['technician', 'lead'],
    body: SaveGuideSchema,
    reply: SaveGuideReplySchema,
    status: 201,
  }),
  modelRecord: route('GET', '/models/:modelId/record', {
    say: 'Versions, corrections and jobs of a model',
    by: 'signed-in',
    params: model,
    reply: ModelRecordSchema,
  }),
  modelAt: route('GET', '/models/:modelId/versions/:version', {
    say: 'A model as it was',
    by: 'signed-in',
    params: { ...model, version: z.coerce.number<number>().int() },
    reply: MachineModelSchema,
  }),
  settleCorrection: route('POST', '/corrections/:jobId/:seq', {
    say: 'What came of a correction',
    by: ['lead'],
    params: { jobId: z.uuid(), seq: z.coerce.number<number>().int() },
    body: SettleCorrectionSchema,
  }),
  setPolicy: route('POST', '/policy', {
    say: 'How this workshop opens machines',
    by: ['lead'],
    body: PolicySchema,
    reply: PolicySchema,
  }),
};

export const photoRoutes = {
  keepPhoto: route('POST', '/photos', {
    say: 'Keep a photo',
    by: 'signed-in',
    body: new Media('image/jpeg'),
    reply: PhotoReplySchema,
    status: 201,
  }),
  photo: route('GET', '/photos/:hash', {
    say: 'A photo',
    by: 'signed-in',
    params: { hash: PhotoHashSchema },
    reply: new Media('image/jpeg'),
  }),
};
