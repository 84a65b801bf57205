import * as z from 'zod';
import { AgreementSchema, OfferSchema, PriceChangeSchema } from '../agreement.js';
import type { JobState } from '../state.js';
import { defineEvent, stamp } from './define.js';

export const offered = defineEvent(
  z.strictObject({ type: z.literal('offered'), ...OfferSchema.omit({ by: true, at: true }).shape }),
  (job, { type: _, ...offer }, meta) => ({ ...job, offer: { ...offer, ...stamp(meta) } }),
);

export const agreed = defineEvent(
  z.strictObject({ type: z.literal('agreed'), ...AgreementSchema.omit({ by: true, at: true }).shape }),
  (job, { type: _, ...agreement }, meta) => ({
    ...job,
    ...agreementFallen(job),
    agreement: { ...agreement, ...stamp(meta) },
    waiting: job.waiting?.kind === 'customer' ? null : job.waiting,
  }),
);

export const priceChanged = defineEvent(
  z.strictObject({ type: z.literal('price-changed'), ...PriceChangeSchema.omit({ by: true, at: true }).shape }),
  (job, { line, why }, meta) => ({ ...job, priceChanges: [...job.priceChanges, { line, why, ...stamp(meta) }] }),
);

export const paid = defineEvent(
  z.strictObject({ type: z.literal('paid'), amountMinor: z.number().int(), how: z.string() }),
  (job, { amountMinor, how }, meta) => ({ ...job, payments: [...job.payments, { amountMinor, how, ...stamp(meta) }] }),
);

/** The agreement that held until now is kept on record. */
export const agreementFallen = (job: JobState): Pick<JobState, 'agreement' | 'pastAgreements'> => ({
  agreement: null,
  pastAgreements: job.agreement ? [...job.pastAgreements, job.agreement] : job.pastAgreements,
});
