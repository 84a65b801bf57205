import { sayItem, stillOut } from '../reading/tray.js';
import { ANYONE, LEAD } from '../shape/actor.js';
import { billNow, GIFT, paidMinor } from '../reading/agreement.js';
import { oldDrivesOpen, outForGood, type OldDrive } from '../reading/old-drives.js';
import { removedNow, removedParts } from '../reading/removed.js';
import { agreementOpen } from './agree.js';
import { copyOpen } from './copy.js';
import type { JobState } from '../shape/state.js';
import { must, should, type Gate, type Missing } from './gate.js';
import { companionsIn, mainDrive } from '../reading/changes.js';
import { stands } from '../reading/expects.js';

/** Nothing left open: the tray is empty, or somebody says why it is not. */
export const handOver: Gate = (job) => {
  const forGood = new Set(outForGood(job).map(({ id }) => id));
  const missing = stillOut(job)
    .filter((item) => item.kind !== 'drive' && !forGood.has(item.id))
    .map((item) => should('tray', { about: item.id }, { what: sayItem(item) }));
  const driveOut = stillOut(job).some((item) => item.kind === 'drive');
  const [main, ...others] = drivesToSettle(job);
  if (driveOut || main) missing.push(must('old-drive', {}));
  for (const one of others)
    if (one)
      missing.push(must('other-old-drive', { about: one.changeId }, { label: one.label, place: one.place }));
  for (const what of removedParts(job))
    if (!removedNow(job, what)) missing.push(must('removed', { about: what }, { what }));
  if (mainDrive(job) && !job.endedEarly) missing.push(...copyOpen(job));
  return [...missing, ...moneyOpen(job)];
};

/** The main one first, or nothing in its stead; then those of other places. */
function drivesToSettle(job: JobState): (OldDrive | undefined)[] {
  const open = oldDrivesOpen(job);
  return [open.find((one) => one.changeId === ''), ...open.filter((one) => one.changeId !== '')];
}

function moneyOpen(job: JobState): readonly Missing[] {
  const missing = [];
  const bill = billNow(job);
  // Nothing leaves without a bill, or a gift with a name under it.
  if (!bill && leavesWithSomething(job)) missing.push(should(GIFT, { by: LEAD, at: 'agree' }));
  else if (isPlanned(job) && !job.endedEarly) missing.push(...agreementOpen(job));
  const owed = (bill?.totalMinor ?? 0) - paidMinor(job);
  if (bill && owed !== 0)
    missing.push(
      should('balance', { by: ANYONE, about: owed }, { owedMinor: owed, totalMinor: bill.totalMinor }),
    );
  return missing;
}

const isPlanned = ({ changes }: JobState): boolean => changes.some((one) => one.fitted === null);

/** A part of ours, or work on it, goes out with the machine. */
const leavesWithSomething = (job: JobState): boolean =>
  (isPlanned(job) && !job.endedEarly) || companionsIn(job).some(stands) || job.priceChanges.length > 0;
