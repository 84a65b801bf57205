import * as z from 'zod';
import { causeById, shippedDiagnosis, OldDriveSaysSchema, RemedySchema, SenseSchema } from '../../diagnose/index.js';
import { SelfReportSchema } from '../../hardware/index.js';
import { AboutSchema, DocumentSourceSchema, RunKindSchema, SeenSchema, stopHolds, type Conclusion, type Stop } from '../diagnosis.js';
import { ComparedSchema } from '../copies.js';
import { DataStakeSchema } from '../stake.js';
import type { JobState } from '../state.js';
import { PricingSchema } from '../../quote/index.js';
import { defineEvent, stamp } from './define.js';

/** `about`, `sense` and `detail` came later: events without them are of before the swap, and nobody wrote down how it was seen. */
export const observed = defineEvent(
  z.strictObject({
    type: z.literal('observed'),
    about: AboutSchema.optional(),
    observation: z.string(),
    seen: SeenSchema,
    sense: SenseSchema.optional(),
    detail: z.string().optional(),
  }),
  (job, { about = 'before', observation, seen, sense, detail }, meta) => {
    const before = job.findings[about];
    const found = { observation, seen: seen === 'seen', sense: sense ?? null, detail: detail ?? '', ...stamp(meta) };
    const others = before.filter((one) => one.observation !== observation);
    // A finding that is corrected keeps its place in the order.
    const corrected = before.some((one) => one.observation === observation)
      ? before.map((one) => (one.observation === observation ? found : one))
      : [...before, found];
    return { ...job, findings: { ...job.findings, [about]: seen === 'not-looked' ? others : corrected } };
  },
);

export const reportRead = defineEvent(
  z.strictObject({ type: z.literal('report-read'), source: DocumentSourceSchema, name: z.string(), report: SelfReportSchema }),
  (job, { source, name, report }, meta) => ({ ...job, reports: [...job.reports, { source, name, report, ...stamp(meta) }] }),
);

export const listingRead = defineEvent(
  z.strictObject({ type: z.literal('listing-read'), source: DocumentSourceSchema, name: z.string(), usedGb: z.number().nullable() }),
  (job, { usedGb }) => ({ ...job, need: usedGb === null ? job.need : { ...job.need, usedGb } }),
);

export const stakeStated = defineEvent(z.strictObject({ type: z.literal('stake-stated'), stake: DataStakeSchema }), (job, { stake }) => ({
  ...job,
  stake,
}));

export const testSetAside = defineEvent(
  z.strictObject({ type: z.literal('test-set-aside'), testId: z.string(), aside: z.boolean() }),
  (job, { testId, aside }) => {
    const others = job.setAside.filter((one) => one !== testId);
    return { ...job, setAside: aside ? [...others, testId] : others };
  },
);

/** `say`, `cure`, `remedy`, `weighed` and `oldDrive` came later: older conclusions take them from the edition that shipped. */
const concludedShape = z.strictObject({
  type: z.literal('concluded'),
  about: AboutSchema.optional(),
  causeId: z.string(),
  reason: z.string(),
  say: z.string().optional(),
  cure: z.string().optional(),
  remedy: RemedySchema.optional(),
  weighed: z.strictObject({ causeId: z.string(), say: z.string(), chance: z.number() }).nullable().optional(),
  oldDrive: OldDriveSaysSchema.nullable().optional(),
});

export const concluded = defineEvent(concludedShape, (job, { about = 'before', causeId, reason, ...own }, meta) => {
  const shipped = causeById(shippedDiagnosis(about), causeId);
  const conclusion: Conclusion = {
    causeId,
    reason,
    say: own.say ?? shipped?.say ?? causeId,
    cure: own.cure ?? shipped?.cure ?? '',
    remedy: own.remedy ?? shipped?.remedy ?? { kind: 'no-drive' },
    weighed: own.weighed ?? null,
    oldDrive: own.oldDrive !== undefined ? own.oldDrive : (shipped?.oldDrive ?? null),
    ...stamp(meta),
  };
  return about === 'before' ? { ...job, conclusion } : { ...job, afterConclusion: conclusion };
});

export const stopMet = defineEvent(
  z.strictObject({
    type: z.literal('stop-met'),
    ruleId: z.string(),
    say: z.string(),
    because: z.string(),
    observation: z.string(),
    steps: z.array(z.strictObject({ id: z.string(), say: z.string(), detail: z.string() })),
  }),
  (job, { type: _, steps, ...rule }, meta) => ({
    ...job,
    pastStops: job.stop && !stopHolds(job) ? [...job.pastStops, job.stop] : job.pastStops,
    stop: { ...rule, steps: steps.map((step) => ({ ...step, done: null })), way: null, lifted: null, ...stamp(meta) },
  }),
);

/** What had set it off turned out not to be so. */
export const stopFell = defineEvent(z.strictObject({ type: z.literal('stop-fell'), why: z.string() }), (job) => ({ ...job, stop: null }));

const onStop = (job: JobState, change: (stop: Stop) => Stop): JobState => (job.stop ? { ...job, stop: change(job.stop) } : job);

export const stopStepDone = defineEvent(
  z.strictObject({ type: z.literal('stop-step-done'), stepId: z.string() }),
  (job, { stepId }, meta) =>
    onStop(job, (stop) => ({ ...stop, steps: stop.steps.map((step) => (step.id === stepId ? { ...step, done: stamp(meta) } : step)) })),
);

export const stopWayChosen = defineEvent(
  z.strictObject({ type: z.literal('stop-way-chosen'), way: z.enum(['image-once', 'refer']) }),
  (job, { way }) => onStop(job, (stop) => ({ ...stop, way })),
);

export const stopLifted = defineEvent(
  z.strictObject({ type: z.literal('stop-lifted'), owner: z.string(), words: z.string() }),
  (job, { owner, words }, meta) => onStop(job, (stop) => ({ ...stop, lifted: { owner, words, ...stamp(meta) } })),
);

export const runStarted = defineEvent(
  z.strictObject({
    type: z.literal('run-started'),
    runId: z.string(),
    bay: z.string(),
    kind: RunKindSchema,
    drive: z.string(),
    target: z.string().nullable().default(null),
    fromByte: z.number().int().min(0).default(0),
    continues: z.string().nullable().default(null),
  }),
  (job, { type: _, ...run }, meta) => ({ ...job, runs: [...job.runs, { ...run, reached: null, ended: null, ...stamp(meta) }] }),
);

export const runEnded = defineEvent(
  z.strictObject({
    type: z.literal('run-ended'),
    runId: z.string(),
    state: z.enum(['done', 'failed', 'stopped', 'drive-gone', 'forgotten']),
    sentence: z.string(),
    compared: ComparedSchema.nullable().default(null),
  }),
  (job, { runId, state, sentence, compared }, meta) => ({
    ...job,
    runs: job.runs.map((run) => (run.runId === runId ? { ...run, ended: { state, sentence, compared, ...stamp(meta) } } : run)),
  }),
);

/** Cured without another drive: what was done, and how one knows that it helped. */
export const cured = defineEvent(
  z.strictObject({ type: z.literal('cured'), what: z.string(), checked: z.string(), looking: PricingSchema.nullable().default(null) }),
  (job, { what, checked, looking }, meta) => ({ ...job, looking, cured: { what, checked, ...stamp(meta) } }),
);

export const causesConfirmed = defineEvent(
  z.strictObject({ type: z.literal('causes-confirmed'), causeIds: z.array(z.string()), note: z.string() }),
  (job, { causeIds, note }, meta) => ({ ...job, confirmed: { causeIds, note, ...stamp(meta) } }),
);
