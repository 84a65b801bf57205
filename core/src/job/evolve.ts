import * as z from 'zod';
import { ActorSchema } from './shape/actor.js';
import { begin, definitionOf, JobEventSchema } from './events/index.js';
import type { JobState } from './shape/state.js';

/** An event as it is kept: with its place in the job, when, by whom, and the command that made it. */
const recordedEvent = z.strictObject({
  seq: z.number().int().positive(),
  at: z.string(),
  by: ActorSchema,
  commandId: z.string(),
  event: JobEventSchema,
});
export interface RecordedEvent extends z.infer<typeof recordedEvent> {}
export const RecordedEventSchema: z.ZodType<RecordedEvent> = recordedEvent;

/**
 * The job after one more event. The same function in the browser and in the server.
 * @param job the state before, null for the first event, which has to be `job-opened`.
 *
 * @example
 * ```ts
 * import { evolve } from '@petrichor/core/job';
 * import { TestJob } from '../testing/samples.js';
 * const { job, log } = new TestJob().must({ type: 'observe', observation: 'clicks', seen: 'seen' });
 * log.reduce((state, event) => evolve(state, event), null).seq === job.seq; // true
 * job.findings.before.length; // 1
 * ```
 */
export function evolve(job: JobState | null, recorded: RecordedEvent): JobState {
  const { event, seq, at, by } = recorded;
  const meta = { seq, at, by };
  if (event.type === 'job-opened') return begin(event, meta);
  if (!job) throw new Error(`The first event of a job is '${event.type}', but it has to be 'job-opened'.`);
  return { ...definitionOf(event.type).evolve(job, event, meta), seq, lastTouched: { at, by } };
}

/**
 * Whether this Petrichor knows an event of this kind and shape: an older page may meet one that a newer
 * server wrote.
 */
export const isReadable = (event: unknown): boolean => JobEventSchema.safeParse(event).success;

/** The job that a whole log makes, or null for an empty one. */
export const replay = (log: readonly RecordedEvent[], from: JobState | null = null): JobState | null =>
  log.reduce<JobState | null>(evolve, from);
