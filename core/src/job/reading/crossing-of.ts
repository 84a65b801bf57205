import type { Drive, MachineModel } from '../../hardware/index.js';
import {
  AILING,
  planLayout,
  readRateOf,
  SOUND,
  writeRateOf,
  type Crossing,
  type Layout,
  type LayoutWishes,
  type MoveFacts,
  type NoLayout,
  type ReadRate,
  type TargetDisk,
  type SourceDisk,
} from '../../move/index.js';
import { sectorCountOfMarkedSize, USB_CEILINGS } from '../../standards/index.js';
import { badAreasOf, isIntoEmpty, knownOldDrive, oldDriveHealth, type KnownOldDrive } from './old-drive.js';
import type { OpeningCheck } from './opening.js';
import { slotsOfJob } from './place-of.js';
import { answersNow } from './safeguard.js';
import { stakeOf } from './stake.js';
import type { JobState } from '../shape/state.js';
import { mainDrive } from './changes.js';
import { isWish } from './wishes.js';

/**
 * What a dock on USB 5 Gb/s carries after its own overhead, and a slot of the machine (common practice, no
 * source).
 */
const LINK = { dock: USB_CEILINGS['5G'] * 0.85, slot: 1.6e9 } as const;

/** Everything the ways across are judged by, from what this job knows. Null: no drive is chosen. */
export function crossingOf(job: JobState, model: MachineModel | undefined): Crossing | null {
  const drive = mainDrive(job)?.drive;
  if (!drive) return null;
  const { source } = job.move;
  const facts = factsKnown(job);
  const health = oldDriveHealth(job);
  const answers = answersNow(job);
  const disk = source?.disk ?? null;
  const old = knownOldDrive(job);
  const done = (checkId: OpeningCheck['id']) => job.move.checks[checkId]?.outcome === 'done';
  return {
    // What was seen on the list before opening counts as said.
    facts: {
      ...facts,
      usbMedium: facts.usbMedium || done('usb-medium'),
      imageStore: facts.imageStore || done('image-store'),
    },
    health,
    badAreas: badAreasOf(job),
    source: disk,
    sourceBytes: old.bytes,
    target: targetOf(drive, facts.targetSectors),
    targetNative4096: drive.sectors === '4kn',
    layout: layoutOf(job),
    usedBytes: (disk && usedOf(disk)) ?? (job.need.usedGb === null ? null : job.need.usedGb * 1e9),
    task: {
      link: facts.reach === 'spare-slot' ? LINK.slot : LINK.dock,
      write: writeRateOf(drive, facts.newWriteBytesPerSecond),
    },
    reads: readsOf(old, facts.oldReadBytesPerSecond),
    spread: health === 'sound' || health === 'unknown' ? SOUND : AILING,
    backup: answers.backup,
    recoveryKey: answers.recoveryKey,
    nothingToKeep: stakeOf(job) === 'none',
    ...standsBeside(job, model),
  };
}

/** Whether the new drive can stand beside the old one, and whether that is what is wanted. */
function standsBeside(
  job: JobState,
  model: MachineModel | undefined,
): Pick<Crossing, 'beside' | 'wantsBeside'> {
  const added = job.need.plan === 'add';
  const beside = isIntoEmpty(job) && holdsAnother(job, model);
  return { beside: added || beside, wantsBeside: added || (beside && isWish(job)) };
}

/**
 * The machine came without a drive, as far as anybody knows: nothing is there to be kept or copied, and no
 * old drive is spoken of.
 */
export const cameWithoutDrive = (job: JobState, model: MachineModel | undefined): boolean =>
  isIntoEmpty(job) && !holdsAnother(job, model) && job.move.source === null;

/**
 * A partition that nobody said the fullness of counts as full: never as empty. Null: nobody said it of any.
 */
function usedOf({ partitions, sectorSize }: SourceDisk): number | null {
  const real = partitions.filter((one) => one.kind !== 'extended');
  if (real.every((one) => one.usedBytes === null)) return null;
  return real.reduce((sum, one) => sum + (one.usedBytes ?? one.sectors * sectorSize), 0);
}

/** What was asked about the move, with what the counter was told in place of what nobody asked here. */
export function factsKnown({ move: { facts }, intake }: Pick<JobState, 'move' | 'intake'>): MoveFacts {
  const told = ({ yes: 'yes', no: 'none', unknown: 'unknown' } as const)[intake.encryption];
  return { ...facts, encryption: facts.encryption === 'unknown' ? told : facts.encryption };
}

/** Another place of the machine that holds a drive. */
const holdsAnother = (job: JobState, model: MachineModel | undefined): boolean =>
  model !== undefined &&
  slotsOfJob(model, job).some((slot) => slot.id !== mainDrive(job)?.slot.id && slot.fitted !== null);

/** One rate where the medium is known, else one for each that it may be. */
function readsOf({ medium, protocol, rpm }: KnownOldDrive, measured: number | null): ReadRate[] {
  const link =
    protocol === 'nvme'
      ? ({ protocol: 'nvme', generation: 3, lanes: 4 } as const)
      : ({ protocol: 'sata', generation: 3 } as const);
  const of = (one: 'flash' | 'rotating') =>
    readRateOf({ medium: one, readBytesPerSecond: null, rpm, link }, measured);
  return medium ? [of(medium)] : [of('flash'), of('rotating')];
}

/**
 * Where the partitions go on the new drive; null while nobody has read the old table, or no drive is chosen.
 */
export function layoutOf(
  job: Pick<JobState, 'changes' | 'move' | 'safeguard' | 'intake'>,
  wishes: LayoutWishes = job.move.wishes,
): Layout | NoLayout | null {
  const drive = mainDrive(job)?.drive;
  const disk = job.move.source?.disk;
  if (!drive || !disk) return null;
  const { encryption, targetSectors } = factsKnown(job);
  return planLayout(disk, targetOf(drive, targetSectors), {
    wishes,
    identity: job.safeguard?.plan === 'copy' ? 'new' : 'keep',
    unlocked: encryption === 'none' || encryption === 'unlocked' || encryption === 'paused',
    flash: drive.medium === 'flash',
  });
}

/** Sectors of the new drive: as it reports them, else by the formula of its marked size. */
function targetOf(drive: Pick<Drive, 'markedGb' | 'sectors'>, reported: number | null): TargetDisk {
  const sectorSize = drive.sectors === '4kn' ? 4096 : 512;
  const byFormula =
    sectorCountOfMarkedSize(drive.markedGb, sectorSize) ?? Math.floor((drive.markedGb * 1e9) / sectorSize);
  return { sectorSize, totalSectors: reported ?? byFormula };
}
