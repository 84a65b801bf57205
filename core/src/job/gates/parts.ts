import { needsOf } from '../reading/orders.js';
import type { JobState } from '../shape/state.js';
import { should, type Missing } from './gate.js';

/** What has to be here before the drive goes in. Opening the machine without it leaves it lying open. */
export const partsOpen = (job: JobState): Missing[] =>
  needsOf(job)
    .filter((need) => need.met !== 'here')
    .map((need) => should('part', { about: need.key, at: 'agree' }, { what: need.what, order: need.order }));
