import { sure } from '../units/index.js';
import * as z from 'zod';
import { causeById, shippedDiagnosis } from '../diagnose/index.js';
import { ComebackKindSchema, pastCaseOf, type JobState } from '../job/index.js';
import { outcomeOf, OutcomeOfJobSchema } from './row.js';

/** What a finished job says about the workshop: all that its figures are made from. */
export const FinishedSchema = z.strictObject({
  number: z.number().int(),
  modelId: z.string(),
  modelName: z.string(),
  openedAt: z.string(),
  closedAt: z.string(),
  firstPromise: z.string(),
  lastPromise: z.string(),
  outcome: OutcomeOfJobSchema,
  /** What it turned out to have been, in words. */
  causes: z.array(z.string()),
  comebackOf: z.number().int().nullable(),
  comebackKind: ComebackKindSchema.nullable(),
  cameBack: z.boolean(),
  /** Steps with hands, minutes planned and taken. */
  steps: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      leg: z.enum(['in', 'swap', 'out']),
      planned: z.number(),
      taken: z.number(),
    }),
  ),
  /** Days that something on order took to come. */
  orders: z.array(
    z.strictObject({ what: z.string(), supplier: z.string(), days: z.number(), slippedDays: z.number() }),
  ),
});
export type Finished = z.infer<typeof FinishedSchema>;

/**
 * A pause between two ticks of more than this is no work: somebody was called away (common practice, no
 * source).
 */
const LONGEST_PAUSE_MINUTES = 20;
const DAY_MS = 86_400_000;

/** Null while the job is open. */
export function finishedOf(job: JobState): Finished | null {
  if (!job.closed) return null;
  return {
    number: job.number,
    modelId: job.intake.modelId,
    modelName: job.intake.modelName,
    openedAt: job.openedAt,
    closedAt: job.closed.at,
    firstPromise: job.promiseMoves[0]?.from ?? job.intake.promisedAt,
    lastPromise: job.intake.promisedAt,
    outcome: outcomeOf(job),
    causes: (pastCaseOf(job)?.causes ?? []).map((id) => sayCause(job, id)),
    comebackOf: job.intake.comebackOf?.number ?? null,
    comebackKind: job.comebackReason?.kind ?? null,
    cameBack: job.cameBack.length > 0,
    steps: stepTimes(job),
    orders: job.orders
      .filter((one) => one.state === 'arrived' && one.endedAt !== null)
      .map((one) => ({
        what: one.what,
        supplier: one.supplier,
        days: daysBetween(one.orderedAt, sure(one.endedAt)),
        slippedDays:
          one.firstDueOn === null
            ? 0
            : Math.max(0, daysBetween(one.firstDueOn, sure(one.endedAt).slice(0, 10))),
      })),
  };
}

/**
 * As it was called when it was concluded; what turned out to be something else is called as the shipped
 * edition calls it.
 */
const sayCause = ({ conclusion }: JobState, id: string): string =>
  conclusion?.causeId === id ? conclusion.say : (causeById(shippedDiagnosis('before'), id)?.say ?? id);

const daysBetween = (from: string, to: string): number =>
  Math.round(((new Date(to).getTime() - new Date(from).getTime()) / DAY_MS) * 10) / 10;

/**
 * Minutes that each step took: from the tick before its first to its own last, with long pauses left out. The
 * first step of all has no tick before it, and steps that were left short say nothing.
 */
function stepTimes(job: JobState): Finished['steps'] {
  if (!job.way) return [];
  const { steps, ticks } = job.way;
  const taken = new Map<string, number>();
  for (let at = 1; at < ticks.length; at++) {
    const [before, tick] = [sure(ticks[at - 1]), sure(ticks[at])];
    const minutes = (new Date(tick.at).getTime() - new Date(before.at).getTime()) / 60_000;
    if (minutes >= 0 && minutes <= LONGEST_PAUSE_MINUTES)
      taken.set(tick.stepId, (taken.get(tick.stepId) ?? 0) + minutes);
  }
  const short = new Set(ticks.filter((one) => one.short !== null).map((one) => one.stepId));
  return steps.flatMap((step) => {
    const minutes = taken.get(step.id);
    if (minutes === undefined || short.has(step.id)) return [];
    return [
      {
        id: step.id,
        title: step.title,
        leg: step.leg,
        planned: step.minutes,
        taken: Math.round(minutes * 100) / 100,
      },
    ];
  });
}
