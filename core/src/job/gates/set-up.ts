import { LEAD } from '../shape/actor.js';
import { setUpItems } from '../reading/set-up.js';
import { stillOut } from '../reading/tray.js';
import { rollableIn } from '../reading/changes.js';
import { originalOf } from '../reading/old-drives.js';
import type { Change } from '../shape/change.js';
import { must, should, type Gate, type Missing } from './gate.js';

export const setUp: Gate = (job) => [
  ...stillOut(job)
    .filter((item) => item.kind === 'setting')
    .map((item) => should('setting', { about: item.id, by: LEAD }, { what: item.label })),
  ...setUpItems(job)
    .filter((item) => !job.setUp[item.id])
    .map((item) => must('set-up', { about: item.id }, { what: item.say })),
  ...rollableIn(job).flatMap((one) => trial(one, originalOf(job, one))),
];

function trial(
  { id, thing, judged, fitted, originalRefitted, partReturned }: Change,
  original: string,
): Missing[] {
  const open = (left: 'trial' | 'refit' | 'shelf') => [
    must('companion', { about: id }, { label: thing?.label ?? '', left, original }),
  ];
  // What went in on the way shows at the start and once it is closed: it is not asked for a second time.
  if (judged === null) return fitted === null ? [] : open('trial');
  if (judged.outcome === 'works') return [];
  if (original !== '' && !originalRefitted) return open('refit');
  return partReturned ? [] : open('shelf');
}
