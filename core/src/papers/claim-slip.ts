import { SAY_RECOVERY_KEY, sayConditionMark, type JobState } from '../job/index.js';
import type { Pricing } from '../quote/index.js';
import { billOf } from '../quote/index.js';
import { sayMoney } from '../units/index.js';
import { row, type Page } from './page.js';

/** What the customer takes along when they leave the machine: what was said, and how to get it back. */
export function claimSlip(
  job: JobState,
  pricing: Pricing,
  when: { readonly takenIn: string; readonly promised: string },
): Page {
  const { intake } = job;
  const looking = billOf(
    [{ kind: 'labour', say: 'Looking', quantity: 1, netMinor: pricing.lookingMinor }],
    pricing,
  );
  return {
    title: `Claim slip ${job.number}`,
    rows: [
      ...row('For', intake.customer.name, intake.customer.reach),
      ...row('Machine', `${intake.modelName}, serial ${intake.serial}`),
      ...row('Left here', when.takenIn),
      ...row('With it', intake.accessories || 'nothing else'),
      ...row('Complaint', `“${intake.complaint}”`),
      ...row('Must not be lost', intake.mustNotLose),
      ...row(
        'Outside',
        ...intake.condition.marks.map(sayConditionMark),
        intake.condition.words || (intake.condition.marks.length === 0 ? 'No marks were noted.' : ''),
      ).map((one) => ({ ...one, photos: intake.condition.photos })),
      ...row(
        'Recovery key',
        intake.encryption === 'no' ? 'not encrypted' : SAY_RECOVERY_KEY[intake.recoveryKey],
      ),
      ...row('Promised for', when.promised),
      ...row(
        'Price',
        intake.ceilingMinor === null
          ? 'You hear the price before anything is done.'
          : `You hear the price before anything is done; not above ${sayMoney(intake.ceilingMinor)} without asking.`,
        `If nothing is repaired, looking costs ${sayMoney(looking.totalMinor)}.`,
      ),
    ],
    tables: [],
    notes: [
      'Bring this slip when you fetch the machine. Tell us now if something on it is wrong.',
      'Any repair of a drive may end in loss of data: keep a copy elsewhere if you can.',
    ],
    signs: [`Taken in by ${job.openedBy.name}`, 'Left by'],
  };
}
