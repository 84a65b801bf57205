import * as z from 'zod';
import { CompanionKindSchema } from '../shape/companion.js';
import type { JobState } from '../shape/state.js';
import { companionsIn } from './changes.js';

/** What a job has shown about a companion in a model. It stands as evidence on the model from then on. */
export const CompanionCaseSchema = z.strictObject({
  modelId: z.string(),
  kind: CompanionKindSchema,
  label: z.string(),
  worked: z.boolean(),
  note: z.string(),
  jobNumber: z.number().int(),
});
export type CompanionCase = z.infer<typeof CompanionCaseSchema>;

/** What is settled on this job; what is still on trial shows nothing. */
export const companionCasesOf = (job: JobState): CompanionCase[] =>
  companionsIn(job)
    .filter((one) => one.judged !== null)
    .map((one) => ({
      modelId: job.intake.modelId,
      kind: CompanionKindSchema.parse(one.kind),
      label: one.thing?.label ?? '',
      worked: one.judged?.outcome === 'works',
      note: one.judged?.note ?? '',
      jobNumber: job.number,
    }));
