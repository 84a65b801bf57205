import { billOf, type Bill, type BillLine } from '../../quote/index.js';
import type { JobState } from '../shape/state.js';
import { type Offer } from '../shape/agreement.js';

/** The option that holds: of the drive that is taken. Null: nothing was offered for it. */
const optionNow = (job: Pick<JobState, 'offer' | 'choice'>): Offer['options'][number] | null =>
  job.offer?.options.find(
    (one) => one.driveId === job.choice?.drive.id && one.slotId === job.choice.slot.id,
  ) ?? null;

/**
 * What the job costs as it stands: the option and what was changed since; a job without a drive costs the
 * looking.
 */
export function billNow(
  job: Pick<
    JobState,
    'offer' | 'choice' | 'priceChanges' | 'endedEarly' | 'cured' | 'looking' | 'companions'
  >,
): Bill | null {
  const changed = linesSince(job);
  if (job.endedEarly || job.cured) {
    const { looking } = job;
    return looking
      ? billOf(
          [
            { kind: 'labour', say: 'Looking for the fault', quantity: 1, netMinor: looking.lookingMinor },
            ...changed,
          ],
          looking,
        )
      : null;
  }
  const option = optionNow(job);
  return option && job.offer ? billOf([...option.bill.lines, ...changed], job.offer.pricing) : null;
}

/**
 * What came on the bill after the offer: parts changed besides the drive that were not rolled back, and lines
 * put on by hand.
 */
export const linesSince = (job: Pick<JobState, 'priceChanges' | 'companions'>): BillLine[] => [
  ...job.companions
    .filter((one) => one.outcome !== 'rolled-back')
    .map((one): BillLine => ({ kind: 'part', say: one.label, quantity: 1, netMinor: one.priceMinor })),
  ...job.priceChanges.map((one) => one.line),
];

/** True when what was agreed is what it costs, or more: only a higher price asks again. */
export function agreementHolds(job: JobState): boolean {
  const [agreed, bill] = [job.agreement, billNow(job)];
  return (
    agreed !== null &&
    bill !== null &&
    agreed.driveId === job.choice?.drive.id &&
    bill.totalMinor <= agreed.totalMinor
  );
}

/** Code of the waiver under which something leaves without a bill: whoever signed it gave it. */
export const GIFT = 'no-bill';

/** Who gave it, without a bill; null: nobody did. */
export const givenBy = (job: Pick<JobState, 'waivers'>): string | null =>
  job.waivers.find((one) => one.code === GIFT)?.by.name ?? null;

export const paidMinor = ({ payments }: Pick<JobState, 'payments'>): number =>
  payments.reduce((sum, one) => sum + one.amountMinor, 0);
