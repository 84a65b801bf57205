import type { Leg } from '../../teardown/index.js';
import { progress } from '../walk.js';
import { must, should, type Gate } from './gate.js';

const walked = (leg: Leg): Gate => {
  return (job) => {
    const left = progress(job).filter((one) => one.step.leg === leg && !one.done).length;
    return left === 0 ? [] : [must(`steps-${leg}`, left === 1 ? 'One step is left.' : `${left} steps are left.`)];
  };
};

export const wayIn: Gate = walked('in');
export const swap: Gate = (job) => [
  ...walked('swap')(job),
  ...(job.serials.newDrive ? [] : [should('new-serial', 'The new drive’s serial is not recorded.')]),
];
export const wayOut: Gate = walked('out');
