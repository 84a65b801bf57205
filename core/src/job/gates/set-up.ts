import { LEAD } from '../shape/actor.js';
import { setUpItems } from '../reading/set-up.js';
import { stillOut } from '../reading/tray.js';
import type { Companion } from '../shape/companion.js';
import { must, should, type Gate, type Missing } from './gate.js';

export const setUp: Gate = (job) => [
  ...stillOut(job)
    .filter((item) => item.kind === 'setting')
    .map((item) => should(`setting:${item.id}`, `${item.label} is still off.`, LEAD)),
  ...setUpItems(job)
    .filter((item) => !job.setUp[item.id])
    .map((item) => must(`set-up:${item.id}`, `${item.say}: not checked.`)),
  ...job.companions.flatMap(trial),
];

function trial(one: Companion): Missing[] {
  const code = `companion:${one.id}`;
  if (one.outcome === null) return [must(code, `${one.label} is on trial: say that it works, or roll it back.`)];
  if (one.outcome === 'works') return [];
  if (one.original !== '' && !one.originalRefitted) return [must(code, `${one.label} did not work: refit the original, ${one.original}.`)];
  return one.partReturned ? [] : [must(code, `${one.label} did not work: put it back on the shelf.`)];
}
