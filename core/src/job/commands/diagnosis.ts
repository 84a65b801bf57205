import * as z from 'zod';
import { causeById, OBSERVATIONS } from '../../diagnose/index.js';
import { accept, BENCH, defineCommand, refuse } from './define.js';

export const observe = defineCommand(
  z.strictObject({ type: z.literal('observe'), observation: z.string(), seen: z.enum(['seen', 'not-seen', 'not-looked']) }),
  BENCH,
  (_, { observation, seen }) =>
    OBSERVATIONS.some((one) => one.id === observation)
      ? accept({ type: 'observed', observation, seen })
      : refuse('unknown-observation', `Petrichor does not know the observation '${observation}'. Choose one of the list.`),
);

export const conclude = defineCommand(
  z.strictObject({
    type: z.literal('conclude'),
    causeId: z.string().min(1, 'Choose a cause.'),
    reason: z.string().trim().min(3, 'Say in a few words why you conclude that.').max(500),
  }),
  BENCH,
  (_, { causeId, reason }) =>
    causeById(causeId)
      ? accept({ type: 'concluded', causeId, reason })
      : refuse('unknown-cause', `Petrichor does not know the cause '${causeId}'. Choose one of the list.`),
);
