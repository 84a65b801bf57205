import { isDrivePlace, type MachinePlace } from '@petrichor/core/hardware';
import { changesWished, FIRST_CHANGE, isWish, type JobState } from '@petrichor/core/job';
import { wanted, type Wanted } from './wanted';

/** What a job wants before anybody has planned anything: what was concluded, or what is wished for. */
export function wantedAtFirst(job: JobState, places: readonly MachinePlace[]): readonly Wanted[] {
  if (job.changes.length > 0) return [];
  const wished = changesWished(job, places).map(({ kind, placeId }) =>
    wanted({ id: `wish-${placeId}`, kind, placeId }),
  );
  if (isWish(job)) return wished;
  // A fault asks for a drive where the old one is; what is wished for besides stands after it.
  const drive = driveForFault(job, places);
  return drive ? [drive, ...wished.filter((one) => one.placeId !== drive.placeId)] : wished;
}

function driveForFault(job: JobState, places: readonly MachinePlace[]): Wanted | null {
  const slots = places.filter(isDrivePlace).filter((one) => one.kind !== 'soldered');
  const empty = slots.find((one) => one.fitted === null);
  const full = slots.find((one) => one.fitted !== null);
  const slot = (job.need.plan === 'add' ? (empty ?? full) : (full ?? empty)) ?? null;
  if (!slot) return null;
  const kind = slot.fitted === null ? 'add-drive' : 'replace-drive';
  return wanted({ id: FIRST_CHANGE, kind, placeId: slot.id });
}
