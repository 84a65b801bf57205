import {
  JobCommandSchema,
  JobStateSchema,
  JobSummarySchema,
  NewIntakeSchema,
  RecordedEventSchema,
} from '@petrichor/core/job';
import * as z from 'zod';
import { Media, route } from './route.js';

export const JobIdSchema = z.uuid('That is not a job’s id. Open the job from the Bench.');

/** Ids of commands are made where the command is given: a repeat is recognised by it. */
export const CommandIdSchema = z.uuid('Every command needs an id of its own (a UUID).');

export const OpenJobSchema = z.strictObject({ commandId: CommandIdSchema, intake: NewIntakeSchema });
export type OpenJob = z.infer<typeof OpenJobSchema>;

export const JobReplySchema = z.strictObject({ job: JobStateSchema });
export type JobReply = z.infer<typeof JobReplySchema>;

const giveCommand = z.strictObject({
  commandId: CommandIdSchema,
  /** Sequence that the screen had when the hand did it. */
  basedOn: z.number().int().min(0).max(2_147_483_647),
  command: JobCommandSchema,
});
export interface GiveCommand extends z.infer<typeof giveCommand> {}
/** Before what may be left out is filled in. */
export interface GivenCommand extends z.input<typeof giveCommand> {}
export const GiveCommandSchema: z.ZodType<GiveCommand, GivenCommand> = giveCommand;

/**
 * Every event after `basedOn`, this command's own among them. `repeated`: the command had been done before.
 */
export const CommandReplySchema = z.strictObject({
  events: z.array(RecordedEventSchema),
  seq: z.number().int(),
  repeated: z.boolean(),
});
export type CommandReply = z.infer<typeof CommandReplySchema>;

export const EventsQuerySchema = z.strictObject({ after: z.coerce.number<number>().int().min(0).default(0) });
export const EventsReplySchema = z.strictObject({
  events: z.array(RecordedEventSchema),
  seq: z.number().int(),
});
export type EventsReply = z.infer<typeof EventsReplySchema>;

export const BenchReplySchema = z.strictObject({ jobs: z.array(JobSummarySchema) });
export type BenchReply = z.infer<typeof BenchReplySchema>;

/**
 * How the event stream begins (`hello`): which build of Petrichor answers. Null: it serves no page, so
 * nothing is newer.
 */
export const StreamHelloSchema = z.strictObject({ build: z.string().nullable() });
export type StreamHello = z.infer<typeof StreamHelloSchema>;

/** What the event stream sends (server-sent events named `job`): news of one job to every open screen. */
export const JobNewsSchema = z.strictObject({
  jobId: z.string(),
  events: z.array(RecordedEventSchema),
  summary: JobSummarySchema,
});
export type JobNews = z.infer<typeof JobNewsSchema>;

/** Commands that a screen knows were taken. */
export const MissingCommandsSchema = z.strictObject({ commandIds: z.array(z.uuid()).max(500) });
export type MissingCommands = z.infer<typeof MissingCommandsSchema>;
/** Which of them this database does not have: it was set back to an earlier state. */
export const MissingCommandsReplySchema = z.strictObject({ missing: z.array(z.uuid()) });
export type MissingCommandsReply = z.infer<typeof MissingCommandsReplySchema>;

const job = { jobId: JobIdSchema };

/** The Bench, one job, and the line on which news come. */
export const jobRoutes = {
  bench: route('GET', '/bench', {
    say: 'All jobs that are open, and those closed lately',
    by: 'signed-in',
    reply: BenchReplySchema,
  }),
  openJob: route('POST', '/jobs', {
    say: 'Take a machine in',
    by: 'signed-in',
    body: OpenJobSchema,
    reply: JobReplySchema,
    status: 201,
  }),
  job: route('GET', '/jobs/:jobId', {
    say: 'One job as its events left it',
    by: 'signed-in',
    params: job,
    reply: JobReplySchema,
  }),
  events: route('GET', '/jobs/:jobId/events', {
    say: 'The events of a job after a sequence',
    by: 'signed-in',
    params: job,
    query: EventsQuerySchema,
    reply: EventsReplySchema,
  }),
  give: route('POST', '/jobs/:jobId/commands', {
    say: 'Give a command to a job (each command says whose it is)',
    by: 'signed-in',
    params: job,
    body: GiveCommandSchema,
    reply: CommandReplySchema,
  }),
  missingCommands: route('POST', '/commands/missing', {
    say: 'Which of these commands the record does not have, after it was restored',
    by: 'signed-in',
    body: MissingCommandsSchema,
    reply: MissingCommandsReplySchema,
  }),
};

export const streamRoutes = {
  stream: route('GET', '/stream', {
    say: 'News of every job as server-sent events: hello, job, beat, over',
    by: 'signed-in',
    reply: new Media('text/event-stream'),
  }),
};
