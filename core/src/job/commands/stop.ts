import * as z from 'zod';
import { oneLine, sure } from '../../units/index.js';
import { stopHolds } from '../reading/diagnosis.js';
import { accept, HANDS, command, refuse } from './define.js';

const NONE = refuse('no-stop');

export const stopStep = command('stop-step', {
  shape: {
    stepId: z.string(),
  },
  by: HANDS,
  decide: (job, { stepId }) => {
    if (!stopHolds(job)) return NONE;
    const next = sure(job.stop).steps.find((step) => step.done === null);
    if (!next) return refuse('all-done');
    if (next.id !== stepId) return refuse('in-order', { say: next.say });
    return accept({ type: 'stop-step-done', stepId });
  },
});

/** After the steps: one image onto a healthy drive, or a specialist. */
export const chooseStopWay = command('choose-stop-way', {
  shape: {
    way: z.enum(['image-once', 'refer']),
  },
  by: HANDS,
  decide: (job, { way }) => {
    if (!stopHolds(job)) return NONE;
    const left = sure(job.stop).steps.find((step) => step.done === null);
    if (left) return refuse('steps-left', { say: left.say });
    return accept({ type: 'stop-way-chosen', way });
  },
});

/** Only the owner may lift a stop; their words stay on the record. */
export const liftStop = command('lift-stop', {
  shape: {
    owner: oneLine().min(1, 'Say who said so.').max(80),
    words: z.string().trim().min(10, 'Write down what the owner said, in their words.').max(500),
  },
  by: HANDS,
  decide: (job, { owner, words }) => (stopHolds(job) ? accept({ type: 'stop-lifted', owner, words }) : NONE),
});
