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
  /** Of things. */
  taxBasisPoints: z.number().int(),
  taxMinor: z.number().int(),
  /** By rate, each on its own sum; empty: of before there was more than one. */
  taxes: z
    .array(
      z.strictObject({
        basisPoints: z.number().int(),
        netMinor: z.number().int(),
        taxMinor: z.number().int(),
      }),
    )
    .default([]),
  /** What rounding to the smallest coin added or took off. */
  roundingMinor: z.number().int(),
  totalMinor: z.number().int(),
  /** Something in it has no price yet: it is from this on. */
  isFrom: z.boolean().default(false),
});
export type Bill = z.infer<typeof BillSchema>;

/** Tax by rate, also of a bill that was made while there was but one. */
export const taxesOf = ({ taxes, taxBasisPoints, netMinor, taxMinor }: Bill): Bill['taxes'] =>
  taxes.length > 0 ? taxes : [{ basisPoints: taxBasisPoints, netMinor, taxMinor }];

/**
 * Lines summed; tax once on the sum of each rate, half away from zero; the total rounded to the
 * smallest coin that is taken.
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
  {
    taxBasisPoints,
    labourTaxBasisPoints = null,
    coinMinor,
  }: Pick<Pricing, 'taxBasisPoints' | 'coinMinor'> & Partial<Pick<Pricing, 'labourTaxBasisPoints'>>,
  isFrom = false,
): Bill {
  const netMinor = sumOf(lines);
  const ofWork = labourTaxBasisPoints ?? taxBasisPoints;
  const rates = [...new Set([taxBasisPoints, ofWork])];
  const taxes = rates
    .map((basisPoints) => {
      const own = sumOf(
        lines.filter((one) => (one.kind === 'labour' ? ofWork : taxBasisPoints) === basisPoints),
      );
      return { basisPoints, netMinor: own, taxMinor: shareOf(own, basisPoints, 10_000) };
    })
    .filter((one) => one.netMinor !== 0 || rates.length === 1);
  const taxMinor = taxes.reduce((sum, one) => sum + one.taxMinor, 0);
  const totalMinor = toStep(netMinor + taxMinor, coinMinor);
  return {
    lines: [...lines],
    netMinor,
    taxBasisPoints,
    taxMinor,
    taxes,
    roundingMinor: totalMinor - netMinor - taxMinor,
    totalMinor,
    isFrom,
  };
}

const sumOf = (lines: readonly BillLine[]): number => lines.reduce((sum, one) => sum + one.netMinor, 0);

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
