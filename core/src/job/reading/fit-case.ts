import * as z from 'zod';
import type { SizeEvidence } from '../../hardware/index.js';
import type { JobState } from '../shape/state.js';

/** What a job has shown about a size in a slot of a model. It stands as evidence on the model from then on. */
export const FitCaseSchema = z.strictObject({
  modelId: z.string(),
  slotId: z.string(),
  gb: z.number(),
  worked: z.boolean(),
  jobNumber: z.number(),
});
export type FitCase = z.infer<typeof FitCaseSchema>;

/** Proved right or wrong: before that a job shows nothing. */
export function fitCaseOf(job: JobState): FitCase | null {
  if (!job.choice || !job.proved) return null;
  return {
    modelId: job.intake.modelId,
    slotId: job.choice.slot.id,
    gb: job.choice.drive.markedGb,
    worked: job.proved.right,
    jobNumber: job.number,
  };
}

export const evidenceFrom = ({ gb, worked, jobNumber }: FitCase): SizeEvidence => ({
  kind: 'seen-here',
  gb,
  worked,
  source: `job ${jobNumber}`,
});
