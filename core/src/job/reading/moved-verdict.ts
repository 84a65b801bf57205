import { judgeMoved, type Verdict } from '../../fit/index.js';
import { isDrivePlace, type MachineModel } from '../../hardware/index.js';
import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import { withDeclined } from './declined.js';
import { slotsOfJob } from './place-of.js';

type Asked = Pick<Change, 'kind' | 'slot'> &
  Partial<Pick<Change, 'declined'>> & { readonly toPlaceId?: string | null | undefined };

/** What is said of a drive that moves, in its new place; null: it does not move, or nobody said where to. */
export function movedVerdict(
  model: MachineModel,
  job: Parameters<typeof slotsOfJob>[1] & Pick<JobState, 'variantId'>,
  { kind, slot, toPlaceId, declined = [] }: Asked,
): Verdict | null {
  const to = slotsOfJob(model, job).find((one) => one.id === toPlaceId);
  return kind === 'move-drive' && slot && to && isDrivePlace(to)
    ? withDeclined(judgeMoved(slot, to), declined)
    : null;
}
