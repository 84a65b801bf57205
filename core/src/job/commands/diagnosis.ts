import * as z from 'zod';
import { oneLine, sure } from '../../units/index.js';
import {
  causeById,
  isSameDrive,
  observationById,
  readListing,
  readReport,
  stopsMet,
  weigh,
  type About,
  type Answer,
  type DataStake,
  type DiagnosisKnowledge,
  type Read,
} from '../../diagnose/index.js';
import { asNumber, BlockListingSchema, SelfReportSchema } from '../../hardware/index.js';
import { AboutSchema, DocumentSourceSchema, SeenSchema } from '../shape/diagnosis.js';
import { answersOf, lastReadings, stopHolds } from '../reading/diagnosis.js';
import type { JobEvent } from '../events/index.js';
import { isBefore } from '../shape/phases.js';
import { DataStakeSchema } from '../shape/stake.js';
import { stakeOf } from '../reading/stake.js';
import type { JobState } from '../shape/state.js';
import { accept, ANYONE, HANDS, command, refuse } from './define.js';

const detail = z.string().trim().max(200, 'Shorten this to 200 characters.').optional();

export const observe = command('observe', {
  shape: {
    about: AboutSchema.optional(),
    observation: z.string(),
    seen: SeenSchema,
    detail,
  },
  by: HANDS,
  asks: ['diagnosis'],
  decide: (job, { about = 'before', observation, seen, detail: words = '' }, { knowledge }) => {
    const edition = knowledge.diagnosis(about);
    const known = observationById(edition, observation);
    if (!known) return refuse('unknown-observation', { observation });
    const event: JobEvent = { type: 'observed', about, observation, seen, sense: known.sense, detail: words };
    return accept(event, ...stopsAfter(job, edition, [event], stakeOf(job)));
  },
});

/** A self-report: kept whole, and everything it answers is found at once. */
export const readReportCommand = command('read-report', {
  shape: {
    source: DocumentSourceSchema,
    name: oneLine().max(120),
    report: SelfReportSchema,
  },
  by: HANDS,
  asks: ['diagnosis'],
  decide: (job, { source, name, report }, { knowledge }) => {
    const before = job.reports.findLast((one) => isSameDrive(one.report, report));
    const reads = readReport(report, before?.report ?? null);
    return accept(
      { type: 'report-read', source, name, report },
      ...found(job, knowledge.diagnosis('before'), reads),
    );
  },
});

export const readListingCommand = command('read-listing', {
  shape: {
    source: DocumentSourceSchema,
    name: oneLine().max(120),
    listing: BlockListingSchema,
  },
  by: HANDS,
  asks: ['diagnosis'],
  decide: (job, { source, name, listing }, { knowledge }) => {
    const used = listing.drives
      .flatMap((drive) => drive.volumes)
      .reduce((sum, one) => sum + (one.usedBytes === null ? 0 : asNumber(one.usedBytes)), 0);
    const usedGb = used > 0 ? Math.max(1, Math.round(used / 1e9)) : null;
    return accept(
      { type: 'listing-read', source, name, usedGb },
      ...found(job, knowledge.diagnosis('before'), readListing(listing)),
    );
  },
});

/**
 * What reading found, as far as this edition asks for it; what is known to be just so is not written again.
 */
function found(job: JobState, edition: DiagnosisKnowledge, reads: readonly Read[]): JobEvent[] {
  const events = reads
    .filter(({ observation }) => observationById(edition, observation))
    .filter(({ observation, seen, detail: words }) => {
      const known = job.findings.before.find((one) => one.observation === observation);
      return known?.seen !== seen || known.detail !== words;
    })
    .map(({ observation, seen, detail: words }): JobEvent => {
      const { sense } = sure(observationById(edition, observation));
      return {
        type: 'observed',
        about: 'before',
        observation,
        seen: seen ? 'seen' : 'not-seen',
        sense,
        detail: words,
      };
    });
  return [...events, ...stopsAfter(job, edition, events, stakeOf(job))];
}

/**
 * What the findings so far mean for the stop: it is met, or it falls because what set it off is not so after
 * all.
 */
export function stopsAfter(
  job: JobState,
  edition: DiagnosisKnowledge,
  events: readonly JobEvent[],
  stake: DataStake,
): JobEvent[] {
  if (edition.about !== 'before') return [];
  const answers = after(answersOf(job, 'before'), events);
  const met = stopsMet(edition, answers, stake);
  const holds = stopHolds(job);
  if (holds && met.some((one) => one.rule.id === sure(job.stop).ruleId)) return [];
  // What was lifted or decided on once is not asked again; another rule still is.
  const handled = new Set(
    [...job.pastStops, ...(job.stop && !holds ? [job.stop] : [])].map((one) => one.ruleId),
  );
  const next = met.find((one) => !handled.has(one.rule.id));
  if (next) {
    const { id: ruleId, say, because, steps } = next.rule;
    return [{ type: 'stop-met', ruleId, say, because, observation: next.observation, steps }];
  }
  if (met.some((one) => one.rule.id === job.stop?.ruleId)) return [];
  if (!job.stop) return [];
  const why =
    stake === 'none' || stake === 'copied'
      ? 'The data is safe elsewhere, or does not matter.'
      : 'What set it off is not so after all.';
  return [{ type: 'stop-fell', why }];
}

function after(answers: Answer[], events: readonly JobEvent[]): Answer[] {
  return events.reduce((known, event) => {
    if (event.type !== 'observed') return known;
    const others = known.filter((one) => one.observation !== event.observation);
    return event.seen === 'not-looked'
      ? others
      : [...others, { observation: event.observation, seen: event.seen === 'seen' }];
  }, answers);
}

export const stateStake = command('state-stake', {
  shape: {
    stake: DataStakeSchema,
  },
  by: ANYONE,
  asks: ['diagnosis'],
  decide: (job, { stake }, { knowledge }) =>
    accept({ type: 'stake-stated', stake }, ...stopsAfter(job, knowledge.diagnosis('before'), [], stake)),
});

export const setTestAside = command('set-test-aside', {
  shape: {
    testId: z.string().max(40),
    aside: z.boolean(),
  },
  by: HANDS,
  decide: (_, { testId, aside }) => accept({ type: 'test-set-aside', testId, aside }),
});

export const conclude = command('conclude', {
  shape: {
    about: AboutSchema.optional(),
    causeId: z.string().min(1, 'Choose a cause.'),
    reason: z.string().trim().min(3, 'Say in a few words why you conclude that.').max(500),
  },
  by: HANDS,
  asks: ['diagnosis'],
  decide: (job, { about = 'before', causeId, reason }, { knowledge }) => {
    const edition = knowledge.diagnosis(about);
    const cause = causeById(edition, causeId);
    if (!cause) return refuse('unknown-cause', { causeId });
    if (about === 'after' && isBefore(job.phase, 'try')) return refuse('not-in-yet');
    const concluded: JobEvent = {
      type: 'concluded',
      about,
      causeId,
      reason,
      say: cause.say,
      cure: cause.cure,
      remedy: cause.remedy,
      weighed: leading(job, edition, about),
      oldDrive: cause.oldDrive,
    };
    if (about === 'after' || cause.remedy.kind !== 'replace-drive') return accept(concluded);
    const need = needFrom(job, cause.remedy.atLeast);
    return need ? accept(concluded, need) : accept(concluded);
  },
});

function leading(
  job: JobState,
  edition: DiagnosisKnowledge,
  about: About,
): { causeId: string; say: string; chance: number } {
  const first = sure(weigh(edition, answersOf(job, about)).ranked[0]);
  return { causeId: first.cause.id, say: first.cause.say, chance: first.now };
}

/**
 * What Match looks for: at least the size of the old drive, or twice it when that was too small. Null: not
 * known, or stated already.
 */
function needFrom(job: JobState, atLeast: 'what-is-used' | 'larger' | 'same'): JobEvent | null {
  const bytes = lastReadings(job)?.latest.report.capacityBytes ?? null;
  if (bytes === null || job.need.wantedGb !== null || atLeast === 'what-is-used') return null;
  const gb = asNumber(bytes) / 1e9;
  // A drive marked '500' has a little over 500 GB of sectors (IDEMA LBA1-03); the marked size is what one
  // buys.
  const wantedGb = atLeast === 'larger' ? Math.floor(gb) * 2 : Math.floor(gb);
  return wantedGb >= 1 && wantedGb <= 64_000 ? { type: 'need-stated', ...job.need, wantedGb } : null;
}

/** Finished jobs teach: what it really was, once the machine ran again. Nothing chosen: nobody could tell. */
export const confirmCauses = command('confirm-causes', {
  shape: {
    causeIds: z.array(z.string()).max(5),
    note: z.string().trim().max(300).optional(),
  },
  by: HANDS,
  asks: ['diagnosis'],
  decide: (job, { causeIds, note = '' }, { knowledge }) => {
    if (isBefore(job.phase, 'prove')) return refuse('prove-first');
    const unknown = causeIds.find((id) => !causeById(knowledge.diagnosis('before'), id));
    if (unknown !== undefined) return refuse('unknown-cause', { causeId: unknown });
    return accept({ type: 'causes-confirmed', causeIds: [...new Set(causeIds)], note });
  },
});

/** No drive was needed: the job goes on to Prove with the cure in it. */
export const cure = command('cure', {
  shape: {
    what: z.string().trim().min(3, 'Say what you did.').max(300),
    checked: z.string().trim().min(3, 'Say how you know that it helped.').max(300),
  },
  by: HANDS,
  asks: ['pricing'],
  decide: (job, { what, checked }, { knowledge }) => {
    if (job.phase !== 'diagnose') return refuse('cure-at-diagnose');
    if (job.conclusion?.remedy.kind !== 'no-drive') return refuse('needs-drive');
    return accept(
      { type: 'cured', what, checked, looking: knowledge.pricing() },
      { type: 'phase-entered', phase: 'prove', round: 1 },
    );
  },
});
