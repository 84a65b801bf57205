import { asNumber, attributeRaw, type Drive, type MachineModel, type SelfReport } from '../hardware/index.js';
import {
  AILING,
  planLayout,
  readRateOf,
  SOUND,
  writeRateOf,
  type Crossing,
  type Health,
  type Layout,
  type LayoutWishes,
  type NoLayout,
  type TargetDisk,
} from '../move/index.js';
import { sectorCountOfMarkedSize, USB_CEILINGS } from '../standards/index.js';
import { stakeOf } from './diagnosis.js';
import type { OpeningCheck } from './opening.js';
import { slotsOnBench } from './place-of.js';
import type { Safeguard } from './safeguard.js';
import type { JobState } from './state.js';

/** What a dock on USB 5 Gb/s carries after its own overhead, and a slot of the machine (common practice, no source). */
const LINK = { dock: USB_CEILINGS['5G'] * 0.85, slot: 1.6e9 } as const;

/** Everything the ways across are judged by, from what this job knows. Null: no drive is chosen. */
export function crossingOf(
  job: JobState,
  model: MachineModel | undefined,
  form?: Pick<Safeguard, 'backup' | 'recoveryKey'>,
): Crossing | null {
  const drive = job.choice?.drive;
  if (!drive) return null;
  const { facts, source } = job.move;
  const report = job.reports.at(-1)?.report ?? null;
  const health = healthOf(job, report);
  const said = form ?? job.safeguard ?? { backup: 'none', recoveryKey: 'unknown' };
  const disk = source?.disk ?? null;
  const done = (checkId: OpeningCheck['id']) => job.move.checks[checkId]?.outcome === 'done';
  const known = disk?.partitions.filter((one) => one.kind !== 'extended').map((one) => one.usedBytes) ?? [];
  const used = known.length > 0 && known.some((one) => one !== null) ? known.reduce<number>((sum, one) => sum + (one ?? 0), 0) : null;
  return {
    // What was seen on the list before opening counts as said.
    facts: { ...facts, usbMedium: facts.usbMedium || done('usb-medium'), imageStore: facts.imageStore || done('image-store') },
    health,
    badAreas: badAreasOf(job),
    source: disk,
    sourceBytes: disk ? disk.totalSectors * disk.sectorSize : report?.capacityBytes ? asNumber(report.capacityBytes) : null,
    target: targetOf(drive, facts.targetSectors),
    targetNative4096: drive.sectors === '4kn',
    layout: layoutOf(job),
    usedBytes: used ?? (job.need.usedGb === null ? null : job.need.usedGb * 1e9),
    task: {
      read: readRateOf(oldDriveOf(job, report), facts.oldReadBytesPerSecond),
      link: facts.reach === 'spare-slot' ? LINK.slot : LINK.dock,
      write: writeRateOf(drive, facts.newWriteBytesPerSecond),
    },
    spread: health === 'sound' || health === 'unknown' ? SOUND : AILING,
    backup: said.backup,
    recoveryKey: said.recoveryKey,
    nothingToKeep: stakeOf(job) === 'none',
    spareSlot:
      model !== undefined &&
      slotsOnBench(model, job).some((slot) => slot.id !== job.choice!.slot.id && slot.fitted === null && slot.kind !== 'soldered'),
  };
}

/** Where the partitions go on the new drive; null while nobody has read the old table, or no drive is chosen. */
export function layoutOf(
  job: Pick<JobState, 'choice' | 'move' | 'safeguard'>,
  wishes: LayoutWishes = job.move.wishes,
): Layout | NoLayout | null {
  const drive = job.choice?.drive;
  const disk = job.move.source?.disk;
  if (!drive || !disk) return null;
  const { encryption, targetSectors } = job.move.facts;
  return planLayout(disk, targetOf(drive, targetSectors), {
    wishes,
    identity: job.safeguard?.plan === 'copy' ? 'new' : 'keep',
    unlocked: encryption !== 'locked' && encryption !== 'unknown',
    flash: drive.medium === 'flash',
  });
}

/** Sectors of the new drive: as it reports them, else by the formula of its marked size. */
export function targetOf(drive: Pick<Drive, 'markedGb' | 'sectors'>, reported: number | null): TargetDisk {
  const sectorSize = drive.sectors === '4kn' ? 4096 : 512;
  const byFormula = sectorCountOfMarkedSize(drive.markedGb, sectorSize) ?? Math.floor((drive.markedGb * 1e9) / sectorSize);
  return { sectorSize, totalSectors: reported ?? byFormula };
}

/** What somebody said, else what the readings say. */
function healthOf(job: JobState, report: SelfReport | null): Health {
  if (job.move.facts.reads !== 'unknown') return job.move.facts.reads;
  if (job.stop?.way === 'image-once') return 'failing';
  if (report?.selfAssessment === 'failed') return 'failing';
  const nvme = report?.nvme;
  if (nvme && nvme.availableSparePercent < nvme.spareThresholdPercent) return 'failing';
  const bad = report !== null && (pending(report) > 0 || (nvme ? asNumber(nvme.mediaErrors) > 0 : false));
  if (bad || badAreasOf(job) > 0 || job.findings.before.some((one) => one.observation === 'bad-sectors' && one.seen)) return 'bad-areas';
  return report ? 'sound' : 'unknown';
}

/** Pending and uncorrectable sectors (attributes 197, 198; ATA vendor practice, from memory). */
const pending = (report: SelfReport): number => [197, 198].reduce((sum, id) => sum + asNumber(attributeRaw(report, id) ?? 0), 0);

/** Places that did not read, by the best that is known: a map, else the last run over it. */
const badAreasOf = ({ move, runs }: Pick<JobState, 'move' | 'runs'>): number =>
  move.map?.summary.badAreas ?? Math.max(0, ...runs.map((run) => run.reached?.badPlaces ?? 0));

const oldDriveOf = (job: JobState, report: SelfReport | null) => {
  const rotating = report?.rotationRpm !== null && report?.rotationRpm !== undefined ? report.rotationRpm > 0 : seen(job, 'rotating');
  const protocol =
    report?.protocol === 'nvme' ? ({ protocol: 'nvme', generation: 3, lanes: 4 } as const) : ({ protocol: 'sata', generation: 3 } as const);
  return {
    medium: rotating ? ('rotating' as const) : ('flash' as const),
    readBytesPerSecond: null,
    rpm: report?.rotationRpm || null,
    link: protocol,
  };
};

const seen = (job: JobState, observation: string): boolean =>
  job.findings.before.some((one) => one.observation === observation && one.seen);
