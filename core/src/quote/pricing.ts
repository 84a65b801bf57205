import * as z from 'zod';

const amount = z
  .number('Type an amount.')
  .int('Amounts are whole minor units.')
  .min(0, 'Not below 0.')
  .max(100_000_000, 'That is more than any repair costs.');
const months = z.number().int('Whole months.').min(0).max(120, 'Ten years are the most.');

/**
 * What a workshop charges, and what it promises. Amounts are minor units without tax; prices of the shelf
 * are, too.
 */
export const PricingSchema = z.strictObject({
  /** An hour of hands. */
  hourMinor: amount,
  /** A hundredth of a per cent: 1900 is 19 %. */
  taxBasisPoints: z.number().int().min(0).max(10_000, 'Tax is at most 100 %.'),
  /** The same on work, where that has a rate of its own; null: one rate for all. */
  labourTaxBasisPoints: z.number().int().min(0).max(10_000, 'Tax is at most 100 %.').nullable().default(null),
  /** Smallest coin that is taken; totals are rounded to it. */
  coinMinor: z.literal([1, 5, 10, 50, 100]),
  /** What looking costs when nothing is repaired, or when it was cured without a part. */
  lookingMinor: amount,
  /** Share of the total that is paid before something is ordered. */
  depositPercent: z.number().int().min(0).max(100),
  /** How long an offer holds, days. */
  offerDays: z.number().int().min(1).max(365),
  partWarrantyMonths: months,
  workWarrantyMonths: months,
  /** As it stands behind an amount: a code or a sign; empty: none is written. */
  currency: z.string().trim().max(8, 'A code or a sign, please.').default(''),
  /** Of the workshop, as it stands on a bill; lines as they are typed. */
  address: z.string().trim().max(300).default(''),
  /** Under which the workshop owes its tax; empty: none. */
  taxNumber: z.string().trim().max(40).default(''),
});
export type Pricing = z.infer<typeof PricingSchema>;

/** What a workshop charges that set nothing else: invented figures, to be changed under Models by a lead. */
export const USUAL_PRICING: Pricing = {
  hourMinor: 4800,
  taxBasisPoints: 2000,
  labourTaxBasisPoints: null,
  coinMinor: 5,
  lookingMinor: 1500,
  depositPercent: 30,
  offerDays: 14,
  partWarrantyMonths: 24,
  workWarrantyMonths: 6,
  currency: '',
  address: '',
  taxNumber: '',
};
