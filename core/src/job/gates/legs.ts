import type { Leg } from '../../teardown/index.js';
import { mainDrive } from '../reading/changes.js';
import { phaseAfter } from '../reading/phases.js';
import { isWalkedNow, progress } from '../reading/walk.js';
import { roundOf } from '../reading/rounds.js';
import { countOpen } from '../reading/screw-count.js';
import { sayItem, stillOut } from '../reading/tray.js';
import { agreementOpen } from './agree.js';
import { copyOpen } from './copy.js';
import type { JobState } from '../shape/state.js';
import { must, should, type Gate, type Missing } from './gate.js';
import { partsOpen } from './parts.js';

const walked = (leg: Leg): Gate => {
  return (job) => {
    const left = progress(job).filter(
      ({ step, done }) => step.leg === leg && !done && (leg !== 'swap' || isWalkedNow(job, step)),
    ).length;
    return left === 0 ? [] : [must(`steps-${leg}`, {}, { left })];
  };
};

/** A visit to look needs no part; the drive does. */
export const wayIn: Gate = (job) => [
  ...walked('in')(job),
  ...(job.way?.scouting ? [] : [...partsOpen(job), ...agreementOpen(job)]),
];
export const swap: Gate = (job) => [
  ...walked('swap')(job),
  ...(job.serials.newDrive || !goesInNow(job) ? [] : [should('new-serial', {})]),
  // While both drives can still be reached: a machine that is closed untried has no later moment.
  ...(phaseAfter(job) === 'way-out' ? copyOpen(job) : []),
];

/** Whether the drive that the system goes to is in by the end of this round; others may come first. */
function goesInNow(job: JobState): boolean {
  const main = mainDrive(job);
  return main !== null && roundOf(job.way, main.change) <= (job.way?.round ?? 1);
}

/** What is lost may lie in the machine: it is looked for while that is open. */
const lostScrews = (job: JobState): readonly Missing[] =>
  stillOut(job)
    .filter((item) => item.kind === 'lost')
    .map((item) => should('tray', { about: item.id }, { what: sayItem(item) }));

/** After a visit to look nothing stays out: the machine may wait for its part closed. */
export const wayOut: Gate = (job) => [
  ...walked('out')(job),
  ...(job.way?.scouting
    ? stillOut(job)
        .filter((item) => item.kind !== 'setting')
        .map((item) => should('tray', { about: item.id }, { what: sayItem(item) }))
    : lostScrews(job)),
  ...(job.way?.scouting ? [] : copyOpen(job)),
  ...countOpen(job).map((found) => should('screw-count', {}, { found })),
];
