import { NewIntakeSchema } from '../shape/intake.js';
import { stakeOf } from '../reading/stake.js';
import { hasWalked } from '../reading/walk.js';
import { accept, ANYONE, command, refuse } from './define.js';
import { stopsAfter } from './diagnosis.js';

export const amendIntake = command('amend-intake', {
  shape: {
    intake: NewIntakeSchema,
  },
  by: ANYONE,
  asks: ['diagnosis'],
  decide: (job, { intake }, { knowledge }) => {
    if (intake.modelId !== job.intake.modelId && (job.changes.length > 0 || hasWalked(job))) {
      return refuse('model-in-use');
    }
    // Another answer to what is at stake may set a stop off, or let one fall.
    const stake = stakeOf({ ...job, intake });
    const stops = stake === stakeOf(job) ? [] : stopsAfter(job, knowledge.diagnosis('before'), [], stake);
    return accept({ type: 'intake-amended', intake }, ...stops);
  },
});
