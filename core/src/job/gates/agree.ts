import { LEAD } from '../shape/actor.js';
import { should, type Gate, type Missing } from './gate.js';
import { agreementHolds, billNow, paidMinor } from '../reading/agreement.js';
import { ANYONE } from '../shape/actor.js';
import type { JobState } from '../shape/state.js';

/** The customer knows what it costs and has said yes to it; what has to be paid first is paid. */
export const agree: Gate = (job) => {
  if (!job.offer) return [should('offer', { by: LEAD })];
  const missing = agreementOpen(job);
  const { agreement } = job;
  if (agreement && agreement.depositMinor > paidMinor(job))
    missing.push(
      should('deposit', { by: ANYONE }, { depositMinor: agreement.depositMinor, paidMinor: paidMinor(job) }),
    );
  return missing;
};

/** Nothing agreed, or a price that is higher by now. */
export function agreementOpen(job: JobState): Missing[] {
  if (agreementHolds(job)) return [];
  const [agreed, bill] = [job.agreement, billNow(job)];
  const where = { by: LEAD, at: 'agree' } as const;
  if (!bill)
    return [should('agreement', { ...where, about: 'none' }, { totalMinor: null, agreedMinor: null })];
  const { totalMinor } = bill;
  return [
    should(
      'agreement',
      { ...where, about: totalMinor },
      { totalMinor, agreedMinor: agreed?.totalMinor ?? null },
    ),
  ];
}
