import * as z from 'zod';
import {
  causeById,
  shippedDiagnosis,
  OldDriveSaysSchema,
  RemedySchema,
  SenseSchema,
  SAY_STAKE,
} from '../../diagnose/index.js';
import { SelfReportSchema } from '../../hardware/index.js';
import {
  AboutSchema,
  DocumentSourceSchema,
  RunKindSchema,
  SeenSchema,
  type Conclusion,
  type Stop,
  SAY_RUN,
} from '../shape/diagnosis.js';
import { stopHolds } from '../reading/diagnosis.js';
import { ComparedSchema } from '../shape/copies.js';
import { DataStakeSchema } from '../shape/stake.js';
import type { JobState } from '../shape/state.js';
import { PricingSchema } from '../../quote/index.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { observation, andNote, testName } from './tell.js';

/**
 * `about`, `sense` and `detail` came later: events without them are of before the swap, and nobody wrote down
 * how it was seen.
 */
export const observed = event('observed', {
  shape: {
    about: AboutSchema.optional(),
    observation: z.string(),
    seen: SeenSchema,
    sense: SenseSchema.optional(),
    detail: z.string().optional(),
  },
  evolve: (job, { about = 'before', observation, seen, sense, detail }, meta) => {
    const before = job.findings[about];
    const found = {
      observation,
      seen: seen === 'seen',
      sense: sense ?? null,
      detail: detail ?? '',
      ...stamp(meta),
    };
    const others = before.filter((one) => one.observation !== observation);
    // A finding that is corrected keeps its place in the order.
    const corrected = before.some((one) => one.observation === observation)
      ? before.map((one) => (one.observation === observation ? found : one))
      : [...before, found];
    return { ...job, findings: { ...job.findings, [about]: seen === 'not-looked' ? others : corrected } };
  },
  tells: ({ about = 'before', observation: id, seen, detail }) =>
    `${seen === 'seen' ? 'Seen' : 'Looked for and not seen'}: ${observation(about, id)}${andNote(detail ?? '')}.`,
});

export const reportRead = event('report-read', {
  shape: {
    source: DocumentSourceSchema,
    name: z.string(),
    report: SelfReportSchema,
  },
  evolve: (job, { source, name, report }, meta) => ({
    ...job,
    reports: [...job.reports, { source, name, report, ...stamp(meta) }],
  }),
  tells: ({ name }) => `Read the old drive’s self-report, ${name}.`,
});

export const listingRead = event('listing-read', {
  shape: {
    source: DocumentSourceSchema,
    name: z.string(),
    usedGb: z.number().nullable(),
  },
  evolve: (job, { usedGb }) => ({ ...job, need: usedGb === null ? job.need : { ...job.need, usedGb } }),
  tells: ({ name }) => `Read a list of drives, ${name}.`,
});

export const stakeStated = event('stake-stated', {
  shape: { stake: DataStakeSchema },
  evolve: (job, { stake }) => ({
    ...job,
    stake,
  }),
  tells: ({ stake }) => `Data: ${SAY_STAKE[stake]}.`,
});

export const testSetAside = event('test-set-aside', {
  shape: {
    testId: z.string(),
    aside: z.boolean(),
  },
  evolve: (job, { testId, aside }) => {
    const others = job.setAside.filter((one) => one !== testId);
    return { ...job, setAside: aside ? [...others, testId] : others };
  },
  tells: ({ testId, aside }) =>
    aside ? `Set a test aside that cannot be done here: ${testName(testId)}.` : null,
});

/**
 * `say`, `cure`, `remedy`, `weighed` and `oldDrive` came later: older conclusions take them from the edition
 * that shipped.
 */
export const concluded = event('concluded', {
  shape: {
    about: AboutSchema.optional(),
    causeId: z.string(),
    reason: z.string(),
    say: z.string().optional(),
    cure: z.string().optional(),
    remedy: RemedySchema.optional(),
    weighed: z
      .strictObject({ causeId: z.string(), say: z.string(), chance: z.number() })
      .nullable()
      .optional(),
    oldDrive: OldDriveSaysSchema.nullable().optional(),
  },
  evolve: (job, { about = 'before', causeId, reason, ...own }, meta) => {
    // What an older event does not say is what the edition said that shipped with it.
    const shipped = causeById(shippedDiagnosis(about), causeId) ?? {
      say: causeId,
      cure: '',
      remedy: { kind: 'no-drive' as const },
      oldDrive: null,
    };
    const conclusion: Conclusion = {
      causeId,
      reason,
      say: own.say ?? shipped.say,
      cure: own.cure ?? shipped.cure,
      remedy: own.remedy ?? shipped.remedy,
      weighed: own.weighed ?? null,
      oldDrive: own.oldDrive !== undefined ? own.oldDrive : shipped.oldDrive,
      ...stamp(meta),
    };
    return about === 'before' ? { ...job, conclusion } : { ...job, afterConclusion: conclusion };
  },
  tells: ({ say, causeId, reason }) => `Concluded: ${say ?? causeId}. ${reason}`,
});

export const stopMet = event('stop-met', {
  shape: {
    ruleId: z.string(),
    say: z.string(),
    because: z.string(),
    observation: z.string(),
    steps: z.array(z.strictObject({ id: z.string(), say: z.string(), detail: z.string() })),
  },
  evolve: (job, { type: _, steps, ...rule }, meta) => ({
    ...job,
    pastStops: job.stop && !stopHolds(job) ? [...job.pastStops, job.stop] : job.pastStops,
    stop: {
      ...rule,
      steps: steps.map((step) => ({ ...step, done: null })),
      way: null,
      lifted: null,
      ...stamp(meta),
    },
  }),
  tells: ({ say }) => `Stop: ${say}`,
});

/** What had set it off turned out not to be so. */
export const stopFell = event('stop-fell', {
  shape: { why: z.string() },
  evolve: (job) => ({ ...job, stop: null }),
  tells: ({ why }) => `The stop holds no longer: ${why}`,
});

const onStop = (job: JobState, change: (stop: Stop) => Stop): JobState =>
  job.stop ? { ...job, stop: change(job.stop) } : job;

export const stopStepDone = event('stop-step-done', {
  shape: { stepId: z.string() },
  evolve: (job, { stepId }, meta) =>
    onStop(job, (stop) => ({
      ...stop,
      steps: stop.steps.map((step) => (step.id === stepId ? { ...step, done: stamp(meta) } : step)),
    })),
  tells: ({ stepId }, job) =>
    `Done for the stop: ${job.stop?.steps.find((one) => one.id === stepId)?.say ?? stepId}.`,
});

export const stopWayChosen = event('stop-way-chosen', {
  shape: { way: z.enum(['image-once', 'refer']) },
  evolve: (job, { way }) => onStop(job, (stop) => ({ ...stop, way })),
  tells: ({ way }) =>
    way === 'refer' ? 'Decided to refer the drive to a specialist.' : 'Decided to image it once.',
});

export const stopLifted = event('stop-lifted', {
  shape: {
    owner: z.string(),
    words: z.string(),
  },
  evolve: (job, { owner, words }, meta) =>
    onStop(job, (stop) => ({ ...stop, lifted: { owner, words, ...stamp(meta) } })),
  tells: ({ owner, words }) => `${owner} lifted the stop: “${words}”`,
});

export const runStarted = event('run-started', {
  shape: {
    runId: z.string(),
    bay: z.string(),
    kind: RunKindSchema,
    drive: z.string(),
    target: z.string().nullable().default(null),
    fromByte: z.number().int().min(0).default(0),
    continues: z.string().nullable().default(null),
  },
  evolve: (job, { type: _, ...run }, meta) => ({
    ...job,
    runs: [...job.runs, { ...run, reached: null, ended: null, ...stamp(meta) }],
  }),
  tells: ({ kind, bay, drive }) => `${SAY_RUN[kind]} began in bay ${bay}, ${drive}.`,
});

export const runEnded = event('run-ended', {
  shape: {
    runId: z.string(),
    state: z.enum(['done', 'failed', 'stopped', 'drive-gone', 'forgotten']),
    sentence: z.string(),
    compared: ComparedSchema.nullable().default(null),
  },
  evolve: (job, { runId, state, sentence, compared }, meta) => ({
    ...job,
    runs: job.runs.map((run) =>
      run.runId === runId ? { ...run, ended: { state, sentence, compared, ...stamp(meta) } } : run,
    ),
  }),
  tells: ({ sentence }) => sentence,
});

/** Cured without another drive: what was done, and how one knows that it helped. */
export const cured = event('cured', {
  shape: {
    what: z.string(),
    checked: z.string(),
    looking: PricingSchema.nullable().default(null),
  },
  evolve: (job, { what, checked, looking }, meta) => ({
    ...job,
    looking,
    cured: { what, checked, ...stamp(meta) },
  }),
  tells: ({ what, checked }) => `Mended without a drive: ${what} ${checked}`,
});

export const causesConfirmed = event('causes-confirmed', {
  shape: {
    causeIds: z.array(z.string()),
    note: z.string(),
  },
  evolve: (job, { causeIds, note }, meta) => ({ ...job, confirmed: { causeIds, note, ...stamp(meta) } }),
  tells: ({ causeIds }) =>
    causeIds.length === 0 ? 'Nobody can tell what it had been.' : 'Confirmed what it had been.',
});
