import * as z from 'zod';
import { defineEvent, stamp } from './define.js';

export const observed = defineEvent(
  z.strictObject({ type: z.literal('observed'), observation: z.string(), seen: z.enum(['seen', 'not-seen', 'not-looked']) }),
  (job, { observation, seen }) => {
    const { [observation]: _, ...rest } = job.observations;
    return { ...job, observations: seen === 'not-looked' ? rest : { ...rest, [observation]: seen } };
  },
);

export const concluded = defineEvent(
  z.strictObject({ type: z.literal('concluded'), causeId: z.string(), reason: z.string() }),
  (job, { causeId, reason }, meta) => ({ ...job, conclusion: { causeId, reason, ...stamp(meta) } }),
);
