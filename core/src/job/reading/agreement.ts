import { billOf, type BesidesRef, type Bill, type BillLine } from '../../quote/index.js';
import type { JobState } from '../shape/state.js';
import type { Change } from '../shape/change.js';
import { type Offer } from '../shape/agreement.js';
import { sure } from '../../units/index.js';
import { fittedAlone, mainDrive } from './changes.js';

/** The changes besides the drive, as they would be offered now. */
export const besidesNow = (job: Pick<JobState, 'changes'>): BesidesRef[] =>
  job.changes
    .filter((one) => one.fitted === null && one.id !== mainDrive(job)?.id)
    .map(({ id, thing }) => ({ changeId: id, thing: sayThing(thing) }));

/** As it stands on an offer. */
export const sayThing = (thing: Change['thing']): string =>
  thing === null ? '' : thing.from === 'own' ? `${thing.label}, your own` : thing.label;

const sameChanges = (one: readonly BesidesRef[], other: readonly BesidesRef[]): boolean =>
  one.length === other.length &&
  one.every(({ changeId, thing }) =>
    other.some((known) => known.changeId === changeId && known.thing === thing),
  );

/** The option that holds: of all that is planned. Null: nothing was offered for it. */
const optionNow = (job: Pick<JobState, 'offer' | 'changes'>): Offer['options'][number] | null => {
  const drive = mainDrive(job);
  const besides = besidesNow(job);
  return (
    job.offer?.options.find(
      (one) =>
        one.driveId === (drive?.drive.id ?? '') &&
        one.slotId === (drive?.slot.id ?? '') &&
        sameChanges(one.besides, besides),
    ) ?? null
  );
};

/**
 * What the job costs as it stands: the option and what was changed since; a job without a drive costs the
 * looking.
 */
export function billNow(
  job: Pick<JobState, 'offer' | 'changes' | 'priceChanges' | 'endedEarly' | 'cured' | 'looking'>,
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
  return option && job.offer
    ? billOf([...option.bill.lines, ...changed], job.offer.pricing, option.bill.isFrom)
    : null;
}

/**
 * What came on the bill after the offer: parts changed besides the drive that were not rolled back, and lines
 * put on by hand.
 */
export const linesSince = (job: Pick<JobState, 'priceChanges' | 'changes'>): BillLine[] => [
  ...fittedAlone(job)
    .filter((one) => one.judged?.outcome !== 'rolled-back')
    .map((one): BillLine => ({
      kind: 'part',
      say: sure(one.thing).label,
      quantity: 1,
      netMinor: one.thing?.priceMinor ?? 0,
    })),
  // What was offered with the rest and is not in after all is not paid for.
  ...job.changes
    .filter((one) => one.fitted === null && one.judged?.outcome === 'rolled-back' && one.thing?.priceMinor)
    .map((one): BillLine => ({
      kind: one.thing?.drive ? 'drive' : 'part',
      say: `Not fitted after all: ${one.thing?.label ?? ''}`,
      quantity: 1,
      netMinor: -(one.thing?.priceMinor ?? 0),
    })),
  ...job.priceChanges.map((one) => one.line),
];

/** True where what was agreed on is what is planned, whatever it costs by now. */
export function isAgreed(job: Pick<JobState, 'agreement' | 'changes'>): boolean {
  const [agreed, drive] = [job.agreement, mainDrive(job)];
  return (
    agreed !== null &&
    agreed.driveId === (drive?.drive.id ?? '') &&
    agreed.slotId === (drive?.slot.id ?? '') &&
    sameChanges(agreed.changes, besidesNow(job))
  );
}

/** True when what was agreed is what it costs, or more: only a higher price asks again. */
export function agreementHolds(job: JobState): boolean {
  const [agreed, bill] = [job.agreement, billNow(job)];
  return agreed !== null && bill !== null && isAgreed(job) && bill.totalMinor <= agreed.totalMinor;
}

/** Code of the waiver under which something leaves without a bill: whoever signed it gave it. */
export const GIFT = 'no-bill';

/** Who gave it, without a bill; null: nobody did. */
export const givenBy = (job: Pick<JobState, 'waivers'>): string | null =>
  job.waivers.find((one) => one.code === GIFT)?.by.name ?? null;

export const paidMinor = ({ payments }: Pick<JobState, 'payments'>): number =>
  payments.reduce((sum, one) => sum + one.amountMinor, 0);
