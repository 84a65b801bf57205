import * as z from 'zod';
import { billOf, QuoteOptionSchema, PricingSchema, BillLineSchema, type Bill, type BillLine } from '../quote/index.js';
import { ActorSchema } from './actor.js';
import type { JobState } from './state.js';

const Stamp = { by: ActorSchema, at: z.string() };

/** What was laid before the customer. The prices are copied in: the record stays true when the shelf changes. */
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
  /** With tax, as it was said. */
  totalMinor: z.number().int(),
  who: z.string(),
  how: z.enum(AGREED_HOW),
  /** What is to be paid first; 0: nothing. */
  depositMinor: z.number().int().min(0),
  words: z.string(),
  ...Stamp,
});
export type Agreement = z.infer<typeof AgreementSchema>;

/** A line put on the bill, or taken off it, after the offer. */
export const PriceChangeSchema = z.strictObject({ line: BillLineSchema, why: z.string(), ...Stamp });
export type PriceChange = z.infer<typeof PriceChangeSchema>;

/** The option that holds: of the drive that is taken. Null: nothing was offered for it. */
export const optionNow = (job: Pick<JobState, 'offer' | 'choice'>): Offer['options'][number] | null =>
  job.offer?.options.find((one) => one.driveId === job.choice?.drive.id && one.slotId === job.choice.slot.id) ?? null;

/** What the job costs as it stands: the option and what was changed since; a job without a drive costs the looking. */
export function billNow(
  job: Pick<JobState, 'offer' | 'choice' | 'priceChanges' | 'endedEarly' | 'cured' | 'looking' | 'companions'>,
): Bill | null {
  const changed = linesSince(job);
  if (job.endedEarly || job.cured) {
    const { looking } = job;
    return looking
      ? billOf([{ kind: 'labour', say: 'Looking for the fault', quantity: 1, netMinor: looking.lookingMinor }, ...changed], looking)
      : null;
  }
  const option = optionNow(job);
  return option && job.offer ? billOf([...option.bill.lines, ...changed], job.offer.pricing) : null;
}

/** What came on the bill after the offer: parts changed besides the drive that were not rolled back, and lines put on by hand. */
export const linesSince = (job: Pick<JobState, 'priceChanges' | 'companions'>): BillLine[] => [
  ...job.companions
    .filter((one) => one.outcome !== 'rolled-back')
    .map((one): BillLine => ({ kind: 'part', say: one.label, quantity: 1, netMinor: one.priceMinor })),
  ...job.priceChanges.map((one) => one.line),
];

/** True when what was agreed is what it costs, or more: only a higher price asks again. */
export function agreementHolds(job: JobState): boolean {
  const [agreed, bill] = [job.agreement, billNow(job)];
  return agreed !== null && bill !== null && agreed.driveId === job.choice?.drive.id && bill.totalMinor <= agreed.totalMinor;
}

/** Code of the waiver under which something leaves without a bill: whoever signed it gave it. */
export const GIFT = 'no-bill';

/** Who gave it, without a bill; null: nobody did. */
export const givenBy = (job: Pick<JobState, 'waivers'>): string | null => job.waivers.find((one) => one.code === GIFT)?.by.name ?? null;

export const paidMinor = ({ payments }: Pick<JobState, 'payments'>): number => payments.reduce((sum, one) => sum + one.amountMinor, 0);
