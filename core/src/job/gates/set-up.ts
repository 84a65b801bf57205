import { setUpItems } from '../set-up.js';
import { stillOut } from '../tray.js';
import { must, type Gate } from './gate.js';

export const setUp: Gate = (job) => [
  ...stillOut(job)
    .filter((item) => item.kind === 'setting')
    .map((item) => must(`setting:${item.id}`, `${item.label} is still off.`)),
  ...setUpItems(job)
    .filter((item) => !job.setUp[item.id])
    .map((item) => must(`set-up:${item.id}`, `${item.say}: not checked.`)),
];
