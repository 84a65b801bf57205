import * as z from 'zod';
import { IntakeSchema } from '../shape/intake.js';
import { freshJob, type JobState } from '../shape/state.js';
import { event, type EventMeta } from './define.js';

const opened = {
  jobId: z.string(),
  number: z.number().int().positive(),
  intake: IntakeSchema,
};

/** The first event of every job: it has no state to change, it makes one. */
export const jobOpened = event('job-opened', {
  shape: opened,
  evolve: (_, first, meta) => begin(first, meta),
  tells: ({ intake }) =>
    `Took in ${intake.modelName}, ${intake.serial}, of ${intake.customer.name}: “${intake.complaint}”${intake.comebackOf ? ` It came back from job ${intake.comebackOf.number}.` : ''}`,
});

/** A job fresh from the counter. */
export const begin = (
  { jobId: id, number, intake }: z.infer<z.ZodObject<typeof opened>>,
  { at, by, seq }: EventMeta,
): JobState => freshJob({ id, number, seq, intake, openedAt: at, openedBy: by, lastTouched: { at, by } });

export const intakeAmended = event('intake-amended', {
  shape: { intake: IntakeSchema },
  evolve: (job, { intake }) => ({ ...job, intake }),
  tells: () => 'Changed what was written at the counter.',
});
