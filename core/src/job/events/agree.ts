import * as z from 'zod';
import { AgreementSchema, OfferSchema, PriceChangeSchema, SAY_HOW } from '../shape/agreement.js';
import type { JobState } from '../shape/state.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { sayMoney } from '../../units/index.js';

export const offered = event('offered', {
  shape: { ...OfferSchema.omit({ by: true, at: true }).shape },
  evolve: (job, { type: _, ...offer }, meta) => ({ ...job, offer: { ...offer, ...stamp(meta) } }),
  tells: ({ options }) =>
    `Offered: ${options.map((one) => `${one.drive} for ${sayMoney(one.bill.totalMinor)}`).join('; ')}.`,
});

export const agreed = event('agreed', {
  shape: { ...AgreementSchema.omit({ by: true, at: true }).shape },
  evolve: (job, { type: _, ...agreement }, meta) => ({
    ...job,
    ...agreementFallen(job),
    agreement: { ...agreement, ...stamp(meta) },
    waiting: job.waiting?.kind === 'customer' ? null : job.waiting,
  }),
  tells: ({ who, how, totalMinor }) => `${who} agreed to ${sayMoney(totalMinor)}, ${SAY_HOW[how]}.`,
});

export const priceChanged = event('price-changed', {
  shape: { ...PriceChangeSchema.omit({ by: true, at: true }).shape },
  evolve: (job, { line, why }, meta) => ({
    ...job,
    priceChanges: [...job.priceChanges, { line, why, ...stamp(meta) }],
  }),
  tells: ({ line, why }) => `On the bill: ${line.say}, ${sayMoney(line.netMinor)} without tax. ${why}`,
});

export const paid = event('paid', {
  shape: {
    amountMinor: z.number().int(),
    how: z.string(),
  },
  evolve: (job, { amountMinor, how }, meta) => ({
    ...job,
    payments: [...job.payments, { amountMinor, how, ...stamp(meta) }],
  }),
  tells: ({ amountMinor, how }) =>
    amountMinor < 0
      ? `Gave back ${sayMoney(-amountMinor)}, ${how}.`
      : `Paid: ${sayMoney(amountMinor)}, ${how}.`,
});

/** The agreement that held until now is kept on record. */
export const agreementFallen = (job: JobState): Pick<JobState, 'agreement' | 'pastAgreements'> => ({
  agreement: null,
  pastAgreements: job.agreement ? [...job.pastAgreements, job.agreement] : job.pastAgreements,
});
