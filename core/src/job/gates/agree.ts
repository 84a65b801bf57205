import { LEAD } from '../shape/actor.js';
import { should, type Gate, type Missing } from './gate.js';
import { sayMoney } from '../../units/index.js';
import { agreementHolds, billNow, paidMinor } from '../reading/agreement.js';
import { ANYONE } from '../shape/actor.js';
import type { JobState } from '../shape/state.js';

/** The customer knows what it costs and has said yes to it; what has to be paid first is paid. */
export const agree: Gate = (job) => {
  if (!job.offer) return [should('offer', 'Work out an offer.', LEAD)];
  const missing = agreementOpen(job);
  const { agreement } = job;
  if (agreement && agreement.depositMinor > paidMinor(job))
    missing.push(
      should('deposit', `A deposit of ${sayMoney(agreement.depositMinor)} was agreed; ${sayMoney(paidMinor(job))} is paid.`, ANYONE),
    );
  return missing;
};

/** Nothing agreed, or a price that is higher by now. */
export function agreementOpen(job: JobState): Missing[] {
  if (agreementHolds(job)) return [];
  const [agreed, bill] = [job.agreement, billNow(job)];
  const code = `agreement:${bill?.totalMinor ?? 'none'}`;
  if (!bill) return [should(code, 'Nothing was offered for the drive that is taken now. Work the offer out again.', LEAD, 'agree')];
  return [
    should(
      code,
      agreed
        ? `The price is ${sayMoney(bill.totalMinor)} now, ${sayMoney(agreed.totalMinor)} was agreed: ask the customer again.`
        : `The customer has not agreed to ${sayMoney(bill.totalMinor)} yet.`,
      LEAD,
      'agree',
    ),
  ];
}
