import { LEAD } from '../shape/actor.js';
import { setUpItems } from '../reading/set-up.js';
import { stillOut } from '../reading/tray.js';
import { companionsIn } from '../reading/changes.js';
import type { Change } from '../shape/change.js';
import { must, should, type Gate, type Missing } from './gate.js';

export const setUp: Gate = (job) => [
  ...stillOut(job)
    .filter((item) => item.kind === 'setting')
    .map((item) => should('setting', { about: item.id, by: LEAD }, { what: item.label })),
  ...setUpItems(job)
    .filter((item) => !job.setUp[item.id])
    .map((item) => must('set-up', { about: item.id }, { what: item.say })),
  ...companionsIn(job).flatMap(trial),
];

function trial({ id, thing, original, judged, originalRefitted, partReturned }: Change): Missing[] {
  const open = (left: 'trial' | 'refit' | 'shelf') => [
    must('companion', { about: id }, { label: thing?.label ?? '', left, original }),
  ];
  if (judged === null) return open('trial');
  if (judged.outcome === 'works') return [];
  if (original !== '' && !originalRefitted) return open('refit');
  return partReturned ? [] : open('shelf');
}
