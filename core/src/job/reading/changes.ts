import type { Link, Verdict } from '../../fit/index.js';
import type { Drive, Slot } from '../../hardware/index.js';
import { isIn } from './fitted.js';
import type { Change, ChangeKind } from '../shape/change.js';
import type { JobState } from '../shape/state.js';

type HasChanges = Pick<JobState, 'changes'>;
type Course = Pick<JobState, 'phase' | 'way' | 'endedEarly'>;

/** A change that puts a drive into a place of its own. */
export interface DriveChange {
  readonly id: string;
  readonly kind: ChangeKind;
  readonly slot: Slot;
  readonly drive: Drive;
  readonly verdict: Verdict;
  readonly override: string | null;
  readonly link: Link | null;
  readonly change: Change;
}

const driveChange = (change: Change): DriveChange[] => {
  const { id, kind, slot, thing, verdict, override, link } = change;
  return slot && thing?.drive && verdict
    ? [{ id, kind, slot, drive: thing.drive, verdict, override, link, change }]
    : [];
};

/** Drives that go in, in the order of the list. */
export const drivesIn = ({ changes }: HasChanges): DriveChange[] => changes.flatMap(driveChange);

/**
 * The drive that the data and the system go to: what replaces another comes before what is added. Null: none
 * goes in.
 */
export function mainDrive(job: HasChanges): DriveChange | null {
  const drives = drivesIn(job);
  return drives.find((one) => one.kind === 'replace-drive') ?? drives[0] ?? null;
}

export const changeById = ({ changes }: HasChanges, id: string): Change | undefined =>
  changes.find((one) => one.id === id);

/** Kinds that are tried at the bench for a while and may be rolled back one by one. */
const COMPANIONS: ReadonlySet<ChangeKind> = new Set(['memory', 'wireless', 'battery']);

/** Parts other than drives that were fitted by themselves, outside of any way: each is billed by itself. */
export const fittedAlone = ({ changes }: HasChanges): Change[] =>
  changes.filter((one) => COMPANIONS.has(one.kind) && one.fitted !== null);

/**
 * What went in besides the drive that the system goes to: each of it may be rolled back without the others.
 */
export function rollableIn(job: HasChanges & Course): Change[] {
  const main = mainDrive(job)?.id;
  return job.changes.filter((one) => one.thing !== null && one.id !== main && isIn(job, one));
}

/** Parts other than drives that are in, whichever way they came there: they have to prove themselves. */
export const companionsIn = (job: HasChanges & Course): Change[] =>
  job.changes.filter((one) => COMPANIONS.has(one.kind) && isIn(job, one));
