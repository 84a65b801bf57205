import { isTaking } from '../../teardown/index.js';
import { oldStepOf } from '../../opening/index.js';
import { trayItemId, type TrayItem } from '../shape/tray.js';
import type { Custody } from '../shape/custody.js';
import type { Change } from '../shape/change.js';
import type { JobState } from '../shape/state.js';
import { mainDrive } from './changes.js';
import { hadOldDrive } from './old-drive.js';
import { custodyNow } from './custody.js';
import { proofOf, stands } from './expects.js';
import { isFitted } from './fitted.js';

/** A drive that came with the machine and whose place was touched: somebody says where it goes. */
export interface OldDrive {
  /** Empty: the one that the main drive came in for, known since the first edition. */
  readonly changeId: string;
  readonly label: string;
  readonly place: string;
  readonly serial: string | null;
  /** How it stands with it; null: not settled. */
  readonly now: Custody | null;
}

type Job = JobState;

/** Every old drive of the job, the main one first. Where none came with a place, there is none. */
export function oldDrives(job: Job): OldDrive[] {
  const main = mainDrive(job);
  const first: OldDrive[] =
    main && hadOldDrive(job)
      ? [
          {
            changeId: '',
            label: main.slot.fitted?.label ?? 'Old drive',
            place: main.slot.label,
            serial: job.serials.oldDrive,
            now: custodyNow(job),
          },
        ]
      : [];
  const others = job.changes.filter((one) => one.id !== main?.id && stands(one) && comesOut(one));
  return [
    ...first,
    ...others.map((one): OldDrive => ({
      changeId: one.id,
      label: one.slot?.fitted?.label ?? 'Old drive',
      place: one.place,
      serial: proofOf(job, one.id).oldSerial,
      now: custodyNow(job, one.id),
    })),
  ];
}

/** A drive was there, and is not where it was any more; one that is moved or left in is where it is. */
const comesOut = ({ kind, slot }: Change): boolean =>
  (kind === 'replace-drive' || kind === 'take-out-drive') && slot !== null && slot.fitted !== null;

/** Place that each drive on the tray came out of; null: its guide does not say, so it is the main one's. */
export function drivesOut({
  tray,
  way,
}: Pick<Job, 'tray' | 'way'>): { item: TrayItem; placeId: string | null }[] {
  const steps = new Map((way?.steps ?? []).map((step) => [step.id, step.operationId]));
  const places = new Map((way?.guide?.operations ?? []).map((one) => [one.id, one.place]));
  return tray
    .filter((item) => item.kind === 'drive' && item.out > 0)
    .map((item) => ({ item, placeId: places.get(steps.get(stepOf(item)) ?? '') ?? null }));
}

const stepOf = ({ id }: TrayItem): string => id.split('/')[0] ?? '';

/** Things on the tray that came out of the place of a change. */
export function takenOutBy(job: Pick<Job, 'tray' | 'way'>, change: Change): TrayItem[] {
  const { id, placeId } = change;
  const drives = drivesOut(job).flatMap((one) => (one.placeId === placeId ? one.item : []));
  if (change.thing?.drive) return drives;
  const atPlace = new Set(
    (job.way?.guide?.operations ?? [])
      .filter((one) => one.place !== null && one.place === placeId)
      .map((one) => one.id),
  );
  const steps = new Set(
    (job.way?.steps ?? [])
      .filter((one) => isTaking(one) && (one.id === oldStepOf(id) || atPlace.has(one.operationId ?? '')))
      .map((one) => one.id),
  );
  return outForGood(job).filter((item) => steps.has(stepOf(item)));
}

/** What came out for it, as it is called; empty: nothing did. */
export const originalOf = (job: Pick<Job, 'tray' | 'way'>, change: Change): string =>
  change.original || (takenOutBy(job, change)[0]?.label ?? '');

/** Old drives that nobody has said of where they go, once the work is done. */
export const oldDrivesOpen = (job: Job): OldDrive[] =>
  job.endedEarly && !isFitted(job) ? [] : oldDrives(job).filter((one) => one.now === null);

/**
 * What a change took out for good: it lies on the tray, and no step of the way puts it back. Drives go their
 * own way.
 */
export function outForGood({ tray, way }: Pick<Job, 'tray' | 'way'>): TrayItem[] {
  const steps = way?.steps ?? [];
  const back = new Set(
    steps.flatMap((step) =>
      isTaking(step) || step.mirrorOf === null
        ? []
        : step.moves.map((thing) => trayItemId(step.mirrorOf ?? '', thing.key)),
    ),
  );
  const parts = new Set(
    steps
      .filter(isTaking)
      .flatMap((step) =>
        step.moves.filter(({ kind }) => kind === 'part').map((thing) => trayItemId(step.id, thing.key)),
      ),
  );
  return tray.filter((item) => item.out > 0 && parts.has(item.id) && !back.has(item.id));
}
