import { isTaking } from '../../teardown/index.js';
import { asNumber, attributeRaw, isRotating, type SelfReport, type Slot } from '../../hardware/index.js';
import type { Health, SanitiseMedium, SourceDisk } from '../../move/index.js';
import { protocolRunAt } from './place-of.js';
import type { JobState } from '../shape/state.js';
import { progress } from './walk.js';
import { mainDrive } from './changes.js';

/** What is known of the drive that was in the machine when it came. Null: nobody knows. */
export interface KnownOldDrive {
  readonly medium: 'flash' | 'rotating' | null;
  readonly protocol: 'nvme' | 'sata' | 'pata' | null;
  readonly rpm: number | null;
  /** Of the whole drive. */
  readonly bytes: number | null;
}

type Told = Pick<JobState, 'changes' | 'reports' | 'findings' | 'move'>;

/** The slot that the new drive goes into holds none: nothing comes out of it. */
export const isIntoEmpty = (job: Pick<JobState, 'changes'>): boolean => mainDrive(job)?.slot.fitted === null;

/** The way in was walked to the drive, and none was there. */
function wasMissing(job: Pick<JobState, 'way'>): boolean {
  const steps = progress(job).filter(
    ({ step }) => isTaking(step) && step.moves.some((thing) => thing.kind === 'drive'),
  );
  return (
    steps.length > 0 &&
    steps.every(
      ({ step, done, moved }) =>
        done && step.moves.every((thing) => thing.kind !== 'drive' || !moved[thing.key]),
    )
  );
}

/** A drive came with the place that the new one goes into: it is asked where that goes. */
export const hadOldDrive = (job: Pick<JobState, 'changes' | 'way'>): boolean =>
  (mainDrive(job)?.slot.fitted ?? null) !== null && !wasMissing(job);

/**
 * From its self-report, what was seen, its table, its socket and what the model says was fitted; never from
 * the new drive.
 * @param modelsWord whether what the model says was fitted counts, too
 */
export function knownOldDrive(job: Told, modelsWord = true): KnownOldDrive {
  const report = job.reports.at(-1)?.report ?? null;
  const slot = itsSlot(job);
  const { medium, bytes } = saidOfFitted(modelsWord ? slot : null);
  return {
    medium: mediumOf(turnsOf(job, report)) ?? (slot && isCard(slot) ? 'flash' : medium),
    protocol: protocolOf(report, slot),
    rpm: report?.rotationRpm || null,
    bytes: bytesOf(job.move.source?.disk ?? null, report) ?? bytes,
  };
}

/** What the model says was put there. */
function saidOfFitted(slot: Slot | null): Pick<KnownOldDrive, 'medium' | 'bytes'> {
  const fitted = slot?.fitted ?? null;
  return { medium: fitted?.medium ?? null, bytes: fitted?.markedGb ? fitted.markedGb * 1e9 : null };
}

/** A place that was empty tells nothing of a drive that is elsewhere. */
const itsSlot = (job: Told): Slot | null => (isIntoEmpty(job) ? null : (mainDrive(job)?.slot ?? null));

/** By its report, or by what somebody saw. */
const turnsOf = ({ findings }: Told, report: SelfReport | null): boolean | null =>
  (report && isRotating(report)) ??
  findings.before.find((one) => one.observation === 'rotating')?.seen ??
  null;

/** NVMe by its own word; else what its place runs; a report of another kind says SATA. */
function protocolOf(report: SelfReport | null, slot: Slot | null): KnownOldDrive['protocol'] {
  if (report?.protocol === 'nvme') return 'nvme';
  return (slot && protocolRunAt(slot)) ?? (report ? 'sata' : null);
}

/** By its table, or by its report. */
function bytesOf(disk: SourceDisk | null, report: SelfReport | null): number | null {
  if (disk) return disk.totalSectors * disk.sectorSize;
  return report?.capacityBytes ? asNumber(report.capacityBytes) : null;
}

/** For sanitising the model's word is not enough, and both have to be known; null: ask. */
export function mediumKnown(job: Told): SanitiseMedium | null {
  const { medium, protocol } = knownOldDrive(job, false);
  return medium && protocol ? { medium, protocol } : null;
}

const mediumOf = (turns: boolean | null): 'flash' | 'rotating' | null =>
  turns === null ? null : turns ? 'rotating' : 'flash';

/** Cards for these sockets have no moving parts. */
const isCard = (slot: Slot): boolean => slot.kind === 'm2' || slot.kind === 'msata';

const WORST_FIRST: readonly Health[] = ['dead', 'failing', 'bad-areas', 'sound'];

/**
 * How the old drive reads: the worst that any source says of it. A person, the conclusion of Diagnose, what
 * was heard and seen, its own report and the copies made of it are each heard; `unknown` only where all are
 * silent. Somebody who saw it read overrules a conclusion that it is dead, but not that it fails.
 */
export function oldDriveHealth(job: Told & Pick<JobState, 'conclusion' | 'stop' | 'runs'>): Health {
  const person = job.move.facts.reads;
  const concluded = concludedOf(job);
  const readsAfterAll = concluded === 'dead' && person !== 'unknown' && person !== 'dead';
  const said: readonly Health[] = [
    person,
    readsAfterAll ? 'failing' : concluded,
    ofSigns(job),
    ofReport(job),
    ofReading(job),
  ];
  return WORST_FIRST.find((one) => said.includes(one)) ?? 'unknown';
}

/** True where what was concluded forbids that the drive stays in use. */
export const isUnfitToStay = (job: Parameters<typeof oldDriveHealth>[0]): boolean =>
  ['dead', 'failing', 'bad-areas'].includes(oldDriveHealth(job));

const concludedOf = ({ conclusion }: Pick<JobState, 'conclusion'>): Health =>
  conclusion?.oldDrive ?? 'unknown';

/**
 * Signs of a drive that is going, whatever became of the stop that they set off (common practice, no source).
 */
const GOING: ReadonlySet<string> = new Set(['clicks', 'pending-growing', 'self-test-failed']);

const ofSigns = ({ stop, findings }: Pick<JobState, 'stop' | 'findings'>): Health =>
  stop?.way === 'image-once' || findings.before.some((one) => one.seen && GOING.has(one.observation))
    ? 'failing'
    : 'unknown';

function ofReport({ reports }: Pick<JobState, 'reports'>): Health {
  const report = reports.at(-1)?.report;
  if (!report) return 'unknown';
  const { nvme } = report;
  if (report.selfAssessment === 'failed') return 'failing';
  if (nvme && nvme.availableSparePercent < nvme.spareThresholdPercent) return 'failing';
  return pending(report) > 0 || (nvme !== null && asNumber(nvme.mediaErrors) > 0) ? 'bad-areas' : 'sound';
}

/** Pending and uncorrectable sectors (attributes 197, 198; ATA vendor practice, from memory). */
const pending = (report: SelfReport): number =>
  [197, 198].reduce((sum, id) => sum + asNumber(attributeRaw(report, id) ?? 0), 0);

const ofReading = (job: Pick<JobState, 'findings' | 'move' | 'runs'>): Health =>
  badAreasOf(job) > 0 || job.findings.before.some((one) => one.observation === 'bad-sectors' && one.seen)
    ? 'bad-areas'
    : 'unknown';

/** Places that did not read, by the best that is known: a map, else the last run over it. */
export const badAreasOf = ({ move, runs }: Pick<JobState, 'move' | 'runs'>): number =>
  move.map?.summary.badAreas ?? Math.max(0, ...runs.map((run) => run.reached?.badPlaces ?? 0));
