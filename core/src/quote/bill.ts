import * as z from 'zod';
import { shareOf, toStep } from '../units/index.js';
import type { Pricing } from './pricing.js';

/** One line of an offer or a bill, minor units without tax. */
export const BillLineSchema = z.strictObject({
  kind: z.enum(['drive', 'part', 'labour', 'other']),
  say: z.string().max(160),
  quantity: z.number().int().min(1),
  /** For the whole quantity; below 0: taken off. */
  netMinor: z.number().int(),
});
export type BillLine = z.infer<typeof BillLineSchema>;

export const BillSchema = z.strictObject({
  lines: z.array(BillLineSchema),
  netMinor: z.number().int(),
  taxBasisPoints: z.number().int(),
  taxMinor: z.number().int(),
  /** What rounding to the smallest coin added or took off. */
  roundingMinor: z.number().int(),
  totalMinor: z.number().int(),
  /** Something in it has no price yet: it is from this on. */
  isFrom: z.boolean().default(false),
});
export type Bill = z.infer<typeof BillSchema>;

/**
 * Lines summed; tax once on the sum, half away from zero; the total rounded to the smallest coin that is
 * taken.
 *
 * @example
 * ```ts
 * import { billOf } from '@petrichor/core/quote';
 * const work = { kind: 'work', say: 'Work, 1 h', quantity: 1, netMinor: 4800 };
 * const bill = billOf([work], { taxBasisPoints: 2000, coinMinor: 5 });
 * [bill.netMinor, bill.taxMinor, bill.totalMinor]; // [4800, 960, 5760]
 * ```
 */
export function billOf(
  lines: readonly BillLine[],
  { taxBasisPoints, coinMinor }: Pick<Pricing, 'taxBasisPoints' | 'coinMinor'>,
  isFrom = false,
): Bill {
  const netMinor = lines.reduce((sum, one) => sum + one.netMinor, 0);
  const taxMinor = shareOf(netMinor, taxBasisPoints, 10_000);
  const totalMinor = toStep(netMinor + taxMinor, coinMinor);
  return {
    lines: [...lines],
    netMinor,
    taxBasisPoints,
    taxMinor,
    roundingMinor: totalMinor - netMinor - taxMinor,
    totalMinor,
    isFrom,
  };
}

/** Hands for `minutes`, rounded up to whole minutes first: nobody is billed for seconds. */
export const labourMinor = (minutes: number, hourMinor: number): number =>
  shareOf(hourMinor, Math.ceil(minutes - 1e-9), 60);

/** What is paid before something is ordered: a share of the total, to the smallest coin. */
export const depositOf = (
  totalMinor: number,
  { depositPercent, coinMinor }: Pick<Pricing, 'depositPercent' | 'coinMinor'>,
): number => toStep(shareOf(totalMinor, depositPercent, 100), coinMinor);

/** `20 %`, `8.25 %` */
export const sayTax = (basisPoints: number): string => `${basisPoints / 100} %`;
