import { part } from './part.js';
import * as z from 'zod';
import { BesidesRefSchema, QuoteOptionSchema, PricingSchema, BillLineSchema } from '../../quote/index.js';
import { Stamp } from './stamp.js';

/**
 * What was laid before the customer. The prices are copied in: the record stays true when the shelf changes.
 */
export const OfferSchema = z.strictObject({
  options: z.array(QuoteOptionSchema).min(1).max(4),
  pricing: PricingSchema,
  /** What the machine would fetch, minor units; null: nobody said. */
  machineMinor: z.number().int().min(0).nullable(),
  ...Stamp,
});
export type Offer = z.infer<typeof OfferSchema>;

export const AGREED_HOW = ['counter', 'phone', 'letter', 'message'] as const;
export type AgreedHow = (typeof AGREED_HOW)[number];
export const SAY_HOW: Record<AgreedHow, string> = {
  counter: 'at the counter',
  phone: 'by phone',
  letter: 'by letter',
  message: 'by message',
};

/** What the customer said yes to. */
export const AgreementSchema = z.strictObject({
  slotId: z.string(),
  driveId: z.string(),
  /** Changes besides that drive. */
  changes: z.array(BesidesRefSchema).default([]),
  /** With tax, as it was said. */
  totalMinor: z.number().int(),
  who: z.string(),
  how: z.enum(AGREED_HOW),
  /** What is to be paid first; 0: nothing. */
  depositMinor: z.number().int().min(0),
  words: z.string(),
  ...Stamp,
});

/** A line put on the bill, or taken off it, after the offer. */
export const PriceChangeSchema = z.strictObject({ line: BillLineSchema, why: z.string(), ...Stamp });

export const agreementPart = part(
  {
    offer: OfferSchema.nullable(),
    agreement: AgreementSchema.nullable(),
    /** Agreements that fell: another drive, another price. */
    pastAgreements: z.array(AgreementSchema),
    priceChanges: z.array(PriceChangeSchema),
    payments: z.array(z.strictObject({ amountMinor: z.number().int(), how: z.string(), ...Stamp })),
    /**
     * What the workshop charged on the day when it ended without another drive; null: it did not, or prices
     * were not kept then.
     */
    looking: PricingSchema.nullable(),
  },
  { offer: null, agreement: null, pastAgreements: [], priceChanges: [], payments: [], looking: null },
);
