import { sayDate } from '../../units/index.js';
import { needsOf } from '../reading/orders.js';
import { SAY_ORDER } from '../shape/orders.js';
import type { JobState } from '../shape/state.js';
import { should, type Missing } from './gate.js';

/** What has to be here before the drive goes in. Opening the machine without it leaves it lying open. */
export const partsOpen = (job: JobState): Missing[] =>
  needsOf(job)
    .filter((need) => need.met !== 'here')
    .map((need) =>
      should(
        `part:${need.key}`,
        need.order
          ? `Not here yet: ${need.what}, ${SAY_ORDER[need.order.state]}${need.order.dueOn ? `, due ${sayDate(need.order.dueOn)}` : ''}.`
          : `Not ordered yet: ${need.what}.`,
        undefined,
        'agree',
      ),
    );
