import { part } from './part.js';
import { DataStakeSchema } from './stake.js';
import * as z from 'zod';
import { OldDriveSaysSchema, RemedySchema, SenseSchema } from '../../diagnose/index.js';
import { SelfReportSchema } from '../../hardware/index.js';
import { Stamp, StampSchema } from './stamp.js';
import { ComparedSchema } from './copies.js';

export const AboutSchema = z.enum(['before', 'after']);
export const SeenSchema = z.enum(['seen', 'not-seen', 'not-looked']);
export type Seen = z.infer<typeof SeenSchema>;

/** How a document came in. */
export const DocumentSourceSchema = z.enum(['file', 'pasted', 'dock']);
export type DocumentSource = z.infer<typeof DocumentSourceSchema>;

/** One thing that was looked at, and how it was found. */
const KeptFindingSchema = z.strictObject({
  observation: z.string(),
  seen: z.boolean(),
  /** How it is known; null on jobs of before this was kept. */
  sense: SenseSchema.nullable(),
  /** The numbers in it: `1,284, 37 more than at the reading before`. */
  detail: z.string(),
  ...Stamp,
});
export type KeptFinding = z.infer<typeof KeptFindingSchema>;

/** A self-report as it was read on this job. */
export const KeptReportSchema = z.strictObject({
  source: DocumentSourceSchema,
  name: z.string(),
  report: SelfReportSchema,
  ...Stamp,
});
export type KeptReport = z.infer<typeof KeptReportSchema>;

/** What was concluded: the cause as it was called and cured then, and what the weights said. */
const ConclusionSchema = z.strictObject({
  causeId: z.string(),
  say: z.string(),
  cure: z.string(),
  remedy: RemedySchema,
  reason: z.string(),
  /** The leading cause of the weighing at that moment; null on jobs of before this was kept. */
  weighed: z.strictObject({ causeId: z.string(), say: z.string(), chance: z.number() }).nullable(),
  /** What it says of the drive that is in; null: nothing, or of before this was kept. */
  oldDrive: OldDriveSaysSchema.nullable().default(null),
  ...Stamp,
});
export type Conclusion = z.infer<typeof ConclusionSchema>;

/** A stop that was set off, and how far what it asks for has come. */
const StopSchema = z.strictObject({
  ruleId: z.string(),
  say: z.string(),
  because: z.string(),
  observation: z.string(),
  steps: z.array(
    z.strictObject({ id: z.string(), say: z.string(), detail: z.string(), done: StampSchema.nullable() }),
  ),
  /** What is done with the drive once the steps are: one image and no more, or nothing here. */
  way: z.enum(['image-once', 'refer']).nullable(),
  lifted: z.strictObject({ owner: z.string(), words: z.string(), ...Stamp }).nullable(),
  ...Stamp,
});
export type Stop = z.infer<typeof StopSchema>;

export const RunKindSchema = z.enum(['surface-read', 'short-test', 'long-test', 'clone', 'rescue']);
export type RunKind = z.infer<typeof RunKindSchema>;
export const SAY_RUN: Record<RunKind, string> = {
  'surface-read': 'Surface reading',
  'short-test': 'Drive’s short test',
  'long-test': 'Drive’s long test',
  clone: 'Clone',
  rescue: 'Rescue copy',
};

/** Something the dock does for this job. How far it is, the dock says; how it ended is kept here. */
const RunSchema = z.strictObject({
  runId: z.string(),
  bay: z.string(),
  kind: RunKindSchema,
  drive: z.string(),
  /** A copy: what it goes to, and from which byte on; the run it goes on from. */
  target: z.string().nullable(),
  fromByte: z.number().int().min(0),
  continues: z.string().nullable(),
  /** How far it had come when it was last looked at. */
  reached: z
    .strictObject({
      doneBytes: z.number().int(),
      totalBytes: z.number().int(),
      badPlaces: z.number().int(),
      at: z.string(),
    })
    .nullable(),
  ended: z
    .strictObject({
      state: z.enum(['done', 'failed', 'stopped', 'drive-gone', 'forgotten']),
      sentence: z.string(),
      /** Of a copy; null: not compared here, or of before this was kept. */
      compared: ComparedSchema.nullable(),
      ...Stamp,
    })
    .nullable(),
  ...Stamp,
});
export type Run = z.infer<typeof RunSchema>;

export const diagnosisPart = part(
  {
    /** In the order they were made: what brought the machine in, and what is new since the swap. */
    findings: z.strictObject({ before: z.array(KeptFindingSchema), after: z.array(KeptFindingSchema) }),
    reports: z.array(KeptReportSchema),
    /** What would be lost with the data; null until somebody said so. */
    stake: DataStakeSchema.nullable(),
    /** Tests that cannot be done here. */
    setAside: z.array(z.string()),
    stop: StopSchema.nullable(),
    /** Stops that were lifted or decided on before the one above. */
    pastStops: z.array(StopSchema),
    /** What the dock does, or did, for this job. */
    runs: z.array(RunSchema),
    conclusion: ConclusionSchema.nullable(),
    afterConclusion: ConclusionSchema.nullable(),
    /** Cured without another drive. */
    cured: z.strictObject({ what: z.string(), checked: z.string(), ...Stamp }).nullable(),
    /** What it turned out to have been. */
    confirmed: z.strictObject({ causeIds: z.array(z.string()), note: z.string(), ...Stamp }).nullable(),
  },
  {
    findings: { before: [], after: [] },
    reports: [],
    stake: null,
    setAside: [],
    stop: null,
    pastStops: [],
    runs: [],
    conclusion: null,
    afterConclusion: null,
    cured: null,
    confirmed: null,
  },
);
