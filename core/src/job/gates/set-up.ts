import { LEAD } from '../shape/actor.js';
import { setUpItems } from '../reading/set-up.js';
import { stillOut } from '../reading/tray.js';
import type { Companion } from '../shape/companion.js';
import { must, should, type Gate, type Missing } from './gate.js';

export const setUp: Gate = (job) => [
  ...stillOut(job)
    .filter((item) => item.kind === 'setting')
    .map((item) => should('setting', { about: item.id, by: LEAD }, { what: item.label })),
  ...setUpItems(job)
    .filter((item) => !job.setUp[item.id])
    .map((item) => must('set-up', { about: item.id }, { what: item.say })),
  ...job.companions.flatMap(trial),
];

function trial(one: Companion): Missing[] {
  const { id, label, original, outcome } = one;
  const open = (left: 'trial' | 'refit' | 'shelf') => [
    must('companion', { about: id }, { label, left, original }),
  ];
  if (outcome === null) return open('trial');
  if (outcome === 'works') return [];
  if (original !== '' && !one.originalRefitted) return open('refit');
  return one.partReturned ? [] : open('shelf');
}
