import { JobCommandSchema, JobStateSchema, JobSummarySchema, NewIntakeSchema, RecordedEventSchema } from '@petrichor/core/job';
import * as z from 'zod';

export const JobIdSchema = z.uuid('That is not a job’s id. Open the job from the Bench.');

/** Ids of commands are made where the command is given: a repeat is recognised by it. */
export const CommandIdSchema = z.uuid('Every command needs an id of its own (a UUID).');

export const OpenJobSchema = z.strictObject({ commandId: CommandIdSchema, intake: NewIntakeSchema });
export type OpenJob = z.infer<typeof OpenJobSchema>;

export const JobReplySchema = z.strictObject({ job: JobStateSchema });
export type JobReply = z.infer<typeof JobReplySchema>;

export const GiveCommandSchema = z.strictObject({
  commandId: CommandIdSchema,
  /** Sequence that the screen had when the hand did it. */
  basedOn: z.number().int().min(0).max(2_147_483_647),
  command: JobCommandSchema,
});
export type GiveCommand = z.infer<typeof GiveCommandSchema>;

/** Every event after `basedOn`, this command's own among them. `repeated`: the command had been done before. */
export const CommandReplySchema = z.strictObject({ events: z.array(RecordedEventSchema), seq: z.number().int(), repeated: z.boolean() });
export type CommandReply = z.infer<typeof CommandReplySchema>;

export const EventsQuerySchema = z.strictObject({ after: z.coerce.number().int().min(0).default(0) });
export const EventsReplySchema = z.strictObject({ events: z.array(RecordedEventSchema), seq: z.number().int() });
export type EventsReply = z.infer<typeof EventsReplySchema>;

export const BenchReplySchema = z.strictObject({ jobs: z.array(JobSummarySchema) });
export type BenchReply = z.infer<typeof BenchReplySchema>;

/** How the event stream begins (`hello`): which build of Petrichor answers. Null: it serves no page, so nothing is newer. */
export const StreamHelloSchema = z.strictObject({ build: z.string().nullable() });
export type StreamHello = z.infer<typeof StreamHelloSchema>;

/** What the event stream sends (server-sent events named `job`): news of one job to every open screen. */
export const JobNewsSchema = z.strictObject({ jobId: z.string(), events: z.array(RecordedEventSchema), summary: JobSummarySchema });
export type JobNews = z.infer<typeof JobNewsSchema>;

/** Commands that a screen knows were taken. */
export const MissingCommandsSchema = z.strictObject({ commandIds: z.array(z.uuid()).max(500) });
export type MissingCommands = z.infer<typeof MissingCommandsSchema>;
/** Which of them this database does not have: it was set back to an earlier state. */
export const MissingCommandsReplySchema = z.strictObject({ missing: z.array(z.uuid()) });
export type MissingCommandsReply = z.infer<typeof MissingCommandsReplySchema>;
