import * as z from 'zod';
import { IntakeSchema } from '../shape/intake.js';
import { SAY_WISH, WishSchema } from '../shape/wish.js';
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

export const wishStated = event('wish-stated', {
  shape: { fault: z.boolean(), wishes: z.array(WishSchema) },
  evolve: (job, { fault, wishes }) => ({ ...job, intake: { ...job.intake, fault, wishes } }),
  tells: ({ fault, wishes }) => {
    const wished = wishes.map((one) => SAY_WISH[one].toLowerCase()).join(', ');
    if (!fault) return `Nothing is broken; wished for: ${wished}.`;
    return wished === '' ? 'Something is broken.' : `Something is broken; wished for besides: ${wished}.`;
  },
});

export const intakeAmended = event('intake-amended', {
  shape: { intake: IntakeSchema },
  evolve: (job, { intake }) => ({ ...job, intake }),
  tells: () => 'Changed what was written at the counter.',
});
