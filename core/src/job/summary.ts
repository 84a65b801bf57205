import * as z from 'zod';
import { sayDrive } from '../hardware/index.js';
import { sayMinutes, cut, sure } from '../units/index.js';
import { missing } from './gates/index.js';
import { custodyNow } from './reading/custody.js';
import { MarkSchema } from './shape/mark.js';
import { waitsFor } from './reading/waiting.js';
import { ordersOpen } from './reading/orders.js';
import { stopHolds } from './reading/diagnosis.js';
import { isBefore, phaseIndex, PhaseSchema, PHASES, type Phase } from './shape/phases.js';
import type { JobState } from './shape/state.js';
import { countOut, stillOut } from './reading/tray.js';
import { SYSTEM_LAYER } from './shape/tray.js';
import { legOf, minutesLeft, progress } from './reading/walk.js';
import { mainDrive } from './reading/changes.js';
import { isWish, sayPhase } from './reading/wishes.js';
import { sayChanges } from './reading/say-change.js';

/** One row of the Bench: what the list shows without opening the job. */
export const JobSummarySchema = z.strictObject({
  id: z.string(),
  number: z.number().int(),
  seq: z.number().int(),
  phase: PhaseSchema,
  closed: z.boolean(),
  modelId: z.string(),
  modelName: z.string(),
  serial: z.string(),
  customer: z.string(),
  promisedAt: z.string(),
  mark: MarkSchema,
  /** `Ready for hands: way in, 12 min` */
  waitsFor: z.string(),
  detail: z.string(),
  /** What one would say to oneself when taking it up: `Close up the Fen 14`. */
  deed: z.string(),
  minutes: z.number().nullable(),
  out: z.number().int(),
  outDetail: z.string(),
  line: z.strictObject({
    /** Place on the job line: whole numbers are phases, between them the share walked. */
    at: z.number(),
    /** Where groups that are still out were opened. */
    ticks: z.array(z.number()),
  }),
  lastTouched: z.strictObject({ name: z.string(), at: z.string() }),
  /**
   * An old drive that is still here after hand-over: until which day, or what is to be done with it. Null:
   * none is.
   */
  oldDriveHere: z.strictObject({ until: z.string().nullable(), say: z.string() }).nullable().default(null),
  /** Until when it waits for something that is not the bench; null: it does not wait. */
  waits: z
    .strictObject({
      kind: z.enum(['customer', 'hand', 'specialist', 'part', 'dock']),
      until: z.string().nullable(),
    })
    .nullable()
    .default(null),
  /** What was promised before it had to be moved. */
  promisedBefore: z.string().nullable().default(null),
  /** Whose hands it is in. */
  hands: z.string().nullable().default(null),
  /** Number of the job that it came back from. */
  comebackOf: z.number().int().nullable().default(null),
  /** Of the customer, once it has an id. */
  customerId: z.string().nullable().default(null),
  /** Things on order for it. */
  ordersOpen: z.number().int().default(0),
});
export type JobSummary = z.infer<typeof JobSummarySchema>;

/** The Bench's row for a job. */
export function summarise(job: JobState): JobSummary {
  const leg = legOf(job.phase);
  const minutes = leg ? minutesLeft(job, leg) : (USUAL_MINUTES[job.phase] ?? null);
  const stopped = isStopped(job);
  const waits = job.closed || stopped ? null : waitsFor(job);
  return {
    id: job.id,
    number: job.number,
    seq: job.seq,
    phase: job.phase,
    closed: job.closed !== null,
    modelId: job.intake.modelId,
    modelName: job.intake.modelName,
    serial: job.intake.serial,
    customer: job.intake.customer.name,
    promisedAt: job.intake.promisedAt,
    ...standing(job, stopped, waits, minutes),
    detail: waits ? waits.detail : detail(job),
    deed: `${deedOf(job)} the ${shortName(job.intake.modelName)}`,
    minutes,
    out: countOut(job),
    outDetail: outDetail(job),
    line: { at: lineAt(job), ticks: lineTicks(job) },
    lastTouched: { name: job.lastTouched.by.name, at: job.lastTouched.at },
    oldDriveHere: job.closed ? oldDriveHere(job) : null,
    waits: waits && { kind: waits.kind, until: waits.until },
    promisedBefore: promisedBefore(job),
    hands: job.hands?.by.name ?? null,
    comebackOf: job.intake.comebackOf?.number ?? null,
    customerId: job.intake.customer.id,
    ordersOpen: ordersOpen(job).length,
  };
}

const promisedBefore = ({ closed, promiseMoves }: JobState): string | null =>
  closed ? null : (promiseMoves.at(-1)?.from ?? null);

const isStopped = (job: JobState): boolean =>
  stopHolds(job) || (job.stop?.way === 'refer' && !job.endedEarly);

/** How it stands, as a mark and in words. */
function standing(
  job: JobState,
  stopped: boolean,
  waits: ReturnType<typeof waitsFor>,
  minutes: number | null,
): Pick<JobSummary, 'mark' | 'waitsFor'> {
  if (job.closed) return { mark: 'settled', waitsFor: 'Handed over' };
  if (stopped) {
    const { say } = sure(job.stop);
    return { mark: 'stop', waitsFor: `Stopped: ${say.charAt(0).toLowerCase()}${say.slice(1)}` };
  }
  if (waits) return { mark: waits.mark, waitsFor: waits.say };
  if (job.phase === 'diagnose' && missing(job).some((one) => one.code === 'no-drive-needed'))
    return { mark: 'needs', waitsFor: 'Needs a decision: no drive needed' };
  const inward = isBefore(job.phase, 'swap') || job.phase === 'swap';
  const time = minutes ? `, ${sayMinutes(minutes)}` : '';
  return {
    mark: inward ? 'ready-in' : 'ready-out',
    waitsFor: `Ready for hands: ${sayPhase(job.phase, job).toLowerCase()}${time}`,
  };
}

function oldDriveHere(job: JobState): JobSummary['oldDriveHere'] {
  const now = custodyNow(job);
  const which = now?.serial ? `drive ${now.serial}` : 'the old drive';
  if (now?.fate === 'kept-as-fallback') return { until: now.until, say: `Kept here: ${which}` };
  return now?.fate === 'to-be-sanitised' ? { until: null, say: `To be sanitised: ${which}` } : null;
}

/**
 * Usual minutes of the parts without planned steps (common practice, no source; replaced by measured ones as
 * jobs finish).
 */
const USUAL_MINUTES: Partial<Record<Phase, number>> = {
  diagnose: 20,
  match: 6,
  agree: 5,
  safeguard: 10,
  try: 5,
  'set-up': 15,
  prove: 15,
  'hand-over': 5,
};

const DEED: Record<Phase, string> = {
  intake: 'Take in',
  diagnose: 'Diagnose',
  match: 'Match a drive for',
  agree: 'Agree on',
  safeguard: 'Safeguard the data of',
  'way-in': 'Open up',
  swap: 'Swap the drive of',
  try: 'Try',
  'way-out': 'Close up',
  'set-up': 'Set up',
  prove: 'Prove',
  'hand-over': 'Hand over',
};

/** Where nothing is broken, or no drive goes in. */
const DEED_OF_WISH: Partial<Record<Phase, string>> = {
  diagnose: 'Talk over the wish for',
  match: 'Match what goes into',
  swap: 'Do what is planned in',
};

const deedOf = (job: JobState): string =>
  (isWish(job) ? DEED_OF_WISH[job.phase] : undefined) ?? DEED[job.phase];

const shortName = (modelName: string): string => modelName.split(' ').slice(1).join(' ') || modelName;

function detail(job: JobState): string {
  if (job.closed) return `to ${job.closed.to}`;
  if (job.endedEarly)
    return job.endedEarly.referredTo ? `referred to ${job.endedEarly.referredTo}` : 'goes back unrepaired';
  const drive = mainDrive(job)?.drive;
  if (job.changes.length > 0 && job.phase !== 'diagnose')
    return drive && job.changes.length === 1 ? sayDrive(drive) : sentence(sayChanges(job));
  return job.intake.complaint.length > 60 ? `${cut(job.intake.complaint, 57)}…` : job.intake.complaint;
}

const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

function outDetail(job: JobState): string {
  const out = stillOut(job);
  const kinds = {
    screw: 'screws',
    part: 'parts',
    lead: 'leads',
    tape: 'tape',
    drive: 'old drive',
    setting: 'settings',
    lost: 'a lost screw',
    owed: 'a borrowed screw',
  } as const;
  return [...new Set(out.map((item) => kinds[item.kind]))].join(', ');
}

function lineAt(job: JobState): number {
  if (job.closed) return PHASES.length - 1;
  const leg = legOf(job.phase);
  if (!leg) return phaseIndex(job.phase);
  const steps = progress(job).filter((one) => one.step.leg === leg);
  const share = steps.length === 0 ? 0 : steps.filter((one) => one.done).length / steps.length;
  return phaseIndex(job.phase) + share * 0.9;
}

/** One tick per layer that still has something out; settings were opened at Safeguard. */
function lineTicks(job: JobState): number[] {
  const layers = job.way?.layers.map((layer) => layer.id) ?? [];
  const open = new Set(stillOut(job).map((item) => item.layer));
  return [...open].map((layer) => {
    if (layer === SYSTEM_LAYER) return phaseIndex('safeguard');
    return phaseIndex('way-in') + (layers.indexOf(layer) + 0.5) / Math.max(1, layers.length);
  });
}
