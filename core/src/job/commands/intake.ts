import * as z from 'zod';
import { IntakeSchema } from '../intake.js';
import { hasWalked } from '../walk.js';
import { accept, ANYONE, defineCommand, refuse } from './define.js';

export const amendIntake = defineCommand(
  z.strictObject({ type: z.literal('amend-intake'), intake: IntakeSchema }),
  ANYONE,
  (job, { intake }) => {
    if (intake.modelId !== job.intake.modelId && (job.choice || hasWalked(job))) {
      return refuse(
        'model-in-use',
        'A drive has been matched to this model already. Hand the job back unrepaired and take the machine in again as the other model.',
      );
    }
    return accept({ type: 'intake-amended', intake });
  },
);
