import type { Leg } from '../../teardown/index.js';
import { mainDrive } from '../reading/changes.js';
import { phaseAfter } from '../reading/phases.js';
import { progress } from '../reading/walk.js';
import { countOpen } from '../reading/screw-count.js';
import { sayItem, stillOut } from '../reading/tray.js';
import { agreementOpen } from './agree.js';
import { copyOpen } from './copy.js';
import { must, should, type Gate } from './gate.js';
import { partsOpen } from './parts.js';

const walked = (leg: Leg): Gate => {
  return (job) => {
    const left = progress(job).filter((one) => one.step.leg === leg && !one.done).length;
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
  ...(job.serials.newDrive || !mainDrive(job) ? [] : [should('new-serial', {})]),
  // While both drives can still be reached: a machine that is closed untried has no later moment.
  ...(phaseAfter(job) === 'way-out' ? copyOpen(job) : []),
];
/** After a visit to look nothing stays out: the machine may wait for its part closed. */
export const wayOut: Gate = (job) => [
  ...walked('out')(job),
  ...(job.way?.scouting
    ? stillOut(job)
        .filter((item) => item.kind !== 'setting')
        .map((item) => should('tray', { about: item.id }, { what: sayItem(item) }))
    : []),
  ...(job.way?.scouting ? [] : copyOpen(job)),
  ...countOpen(job).map((found) => should('screw-count', {}, { found })),
];
