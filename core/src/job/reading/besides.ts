import { optionOf, type Besides, type Pricing, type QuoteOption } from '../../quote/index.js';
import type { MachineModel } from '../../hardware/index.js';
import type { Policy } from '../../teardown/index.js';
import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import { sayThing } from './agreement.js';
import { handsOn } from './hands-on.js';
import { sayChange } from './say-change.js';

/** A change as a line of an offer. */
export function besidesOf({ id, thing, verdict, ...change }: Change): Besides {
  const own = thing?.drive ?? thing?.part ?? null;
  const waitDays = thing?.from !== 'shelf' || own === null || own.inStock > 0 ? 0 : own.leadDays;
  return {
    changeId: id,
    say: sayChange({ ...change, thing }),
    thing: thing && {
      label: sayThing(thing),
      isDrive: thing.drive !== null,
      netMinor: thing.priceMinor,
      waitDays,
    },
    extras: verdict?.extras ?? [],
  };
}

/** What some changes would cost and take, done in one opening. */
export const priceOfChanges = (
  model: MachineModel,
  job: JobState,
  changes: readonly Change[],
  { policy, pricing }: { readonly policy: Policy; readonly pricing: Pricing },
): QuoteOption =>
  optionOf(
    'advised',
    null,
    changes.map(besidesOf),
    handsOn(model, { ...job, changes: [...changes] }, job.need.plan, policy),
    pricing,
  );
