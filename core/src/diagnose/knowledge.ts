import * as z from 'zod';

const id = z.string().regex(/^[a-z0-9-]{1,40}$/, 'An id has small letters, digits and dashes, 40 at most.');
const sentence = z.string().trim().min(2).max(200);
const chance = z.number().min(0).max(1);

/** Where a number comes from. `std` and `published` name their source in `why`. */
const SourceSchema = z.enum(['std', 'published', 'common-practice', 'from-memory', 'lead', 'own-jobs']);
export type Source = z.infer<typeof SourceSchema>;

/** How much an opinion weighs against counted jobs: as if it had been seen in this many. */
const PRIOR_JOBS = 20;

/** What Match looks for when this cause holds, or what is done instead of another drive. */
export const RemedySchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('replace-drive'),
    medium: z.enum(['flash', 'any']),
    atLeast: z.enum(['what-is-used', 'larger', 'same']),
  }),
  z.strictObject({ kind: z.literal('no-drive') }),
]);
export type Remedy = z.infer<typeof RemedySchema>;

/** What a cause says of the drive that is in: whether it may be copied from as if nothing were wrong. */
export const OldDriveSaysSchema = z.enum(['sound', 'bad-areas', 'failing', 'dead']);

/** One thing that may be wrong. */
const CauseSchema = z.strictObject({
  id,
  say: sentence,
  /** For narrow bands: `Cable`. */
  short: z.string().trim().min(2).max(18),
  /** Share of jobs in which it holds, before anything is known. */
  prior: chance.max(0.95),
  why: sentence,
  source: SourceSchema,
  /** What this many jobs' worth of opinion stands behind `prior`. */
  priorJobs: z.number().min(1).max(10_000).default(PRIOR_JOBS),
  /** A lead's floor: learning never takes the share below it. */
  floor: chance.default(0),
  /** Holds only where this fact does: a mechanical drive fails mechanically. */
  onlyIf: z.strictObject({ observation: id, seen: z.boolean() }).nullable().default(null),
  remedy: RemedySchema,
  /** What cures it. */
  cure: sentence,
  /** What it says of the drive that is in; null: nothing. */
  oldDrive: OldDriveSaysSchema.nullable().default(null),
});
export type Cause = z.infer<typeof CauseSchema>;

const SignLinkSchema = z.strictObject({
  cause: id,
  /** Chance that this cause, alone, makes the observation appear. */
  strength: chance.max(0.999),
  why: sentence,
  source: SourceSchema,
  priorJobs: z.number().min(1).max(10_000).default(PRIOR_JOBS),
  floor: chance.default(0),
});
export type SignLink = z.infer<typeof SignLinkSchema>;

/**
 * How one comes to know it: by being told, hearing, seeing, or reading it off. `fact`: no sign of anything,
 * it rules causes in or out.
 */
export const SenseSchema = z.enum(['fact', 'told', 'heard', 'seen', 'read']);
export type Sense = z.infer<typeof SenseSchema>;

/** Something that can be told, heard, seen or read. */
const ObservationSchema = z.strictObject({
  id,
  say: sentence,
  /** The same when it was looked for and is not so. */
  sayNot: sentence,
  /** How one looks. */
  how: sentence,
  sense: SenseSchema,
  /** Name of a picture in the web application's list. */
  picture: z.string().max(30),
  /** Words that find it while typing, besides `say`. */
  words: z.string().max(120).default(''),
  /** Chance that it appears though none of the causes holds; of a fact, how often it is so. */
  leak: chance.min(0.0005).max(0.95),
  leakWhy: sentence,
  leakSource: SourceSchema,
  /** A finer look at another observation: when both are answered only this one counts. */
  refines: id.nullable().default(null),
  links: z.array(SignLinkSchema).default([]),
});
export type Observation = z.infer<typeof ObservationSchema>;

/** 0: nothing is read. 1: reads a little. 2: reads long or under load. 3: may write. */
const RiskSchema = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]);
export type Risk = z.infer<typeof RiskSchema>;

/** Something one can do to know more. */
const TestSchema = z.strictObject({
  id,
  say: sentence,
  how: sentence,
  /** What it answers. */
  answers: z.array(id).min(1).max(12),
  handsMinutes: z.number().min(0).max(600),
  waitMinutes: z.number().min(0).max(2880),
  needsOpening: z.boolean(),
  risk: RiskSchema,
  /** Of the minutes and the risk. */
  source: SourceSchema,
});
export type Test = z.infer<typeof TestSchema>;

/** When everything else gives way. */
const StopRuleSchema = z.strictObject({
  id,
  /** `It clicks and the data matters.` */
  say: sentence,
  /** Why nothing else may be done. */
  because: sentence,
  anyOf: z.array(id).min(1),
  /** False: it holds whatever the data is worth (smoke, water). */
  onlyIfDataMatters: z.boolean(),
  /** What to do now, in order. */
  steps: z
    .array(z.strictObject({ id, say: sentence, detail: z.string().max(200) }))
    .min(1)
    .max(8),
});
export type StopRule = z.infer<typeof StopRuleSchema>;

/**
 * Sets of causes are looked at one by one, so their number doubles with every cause: 2^18 is the most that
 * stays quick.
 */
export const MOST_CAUSES = 18;

/**
 * What is known of causes and signs: a document that a workshop keeps, edits, imports and exports
 * (docs/formats).
 */
export const DiagnosisKnowledgeSchema = z
  .strictObject({
    format: z.literal('petrichor-diagnosis'),
    /** Before the swap: is it the drive? After it: what is new? */
    about: z.enum(['before', 'after']),
    version: z.number().int().min(1),
    /** A cause counts as settled from this chance on. */
    settledFrom: z.number().min(0.5).max(0.999),
    /** What a minute of waiting costs against a minute of hands. */
    waitWeight: chance,
    causes: z
      .array(CauseSchema)
      .min(1)
      .max(MOST_CAUSES, `At most ${MOST_CAUSES} causes: every one doubles the sets that are weighed.`),
    observations: z.array(ObservationSchema).min(1).max(80),
    tests: z.array(TestSchema).max(60),
    stopRules: z.array(StopRuleSchema).max(12),
  })
  .superRefine((knowledge, issues) => {
    const causes = new Set(knowledge.causes.map((cause) => cause.id));
    const observations = new Map(knowledge.observations.map((one) => [one.id, one]));
    const fault = (path: (string | number)[], message: string) =>
      issues.addIssue({ code: 'custom', path, message });
    if (causes.size < knowledge.causes.length) fault(['causes'], 'two causes have one id');
    if (observations.size < knowledge.observations.length)
      fault(['observations'], 'two observations have one id');
    const known = (path: (string | number)[], wanted: string) =>
      observations.has(wanted) || fault(path, `no observation is called '${wanted}'`);
    knowledge.causes.forEach(({ onlyIf }, at) => {
      if (!onlyIf) return;
      known(['causes', at, 'onlyIf'], onlyIf.observation);
      if (observations.get(onlyIf.observation)?.sense !== 'fact')
        fault(['causes', at, 'onlyIf'], 'only a fact rules a cause in or out');
    });
    knowledge.observations.forEach((one, at) => {
      if (one.refines !== null) known(['observations', at, 'refines'], one.refines);
      for (
        let seen = new Set([one.id]), up = one.refines;
        up !== null;
        up = observations.get(up)?.refines ?? null
      ) {
        if (seen.has(up))
          return fault(['observations', at, 'refines'], 'an observation refines itself in a circle');
        seen.add(up);
      }
      const linked = new Set<string>();
      for (const { cause } of one.links) {
        if (!causes.has(cause)) fault(['observations', at, 'links'], `no cause is called '${cause}'`);
        if (linked.has(cause)) fault(['observations', at, 'links'], `'${cause}' is linked twice`);
        linked.add(cause);
      }
      if (one.sense === 'fact' && one.links.length > 0)
        fault(['observations', at, 'links'], 'a fact is no sign of a cause: it rules causes in or out');
    });
    knowledge.tests.forEach(({ answers }, at) =>
      answers.forEach((one) => known(['tests', at, 'answers'], one)),
    );
    knowledge.stopRules.forEach(({ anyOf }, at) =>
      anyOf.forEach((one) => known(['stopRules', at, 'anyOf'], one)),
    );
  });
export type DiagnosisKnowledge = z.infer<typeof DiagnosisKnowledgeSchema>;
export type About = DiagnosisKnowledge['about'];

export const causeById = (knowledge: DiagnosisKnowledge, wanted: string): Cause | undefined =>
  knowledge.causes.find((cause) => cause.id === wanted);
export const observationById = (knowledge: DiagnosisKnowledge, wanted: string): Observation | undefined =>
  knowledge.observations.find((one) => one.id === wanted);
