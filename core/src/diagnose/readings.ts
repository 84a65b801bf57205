import { asNumber, attributeRaw, isRotating, type BlockListing, type SelfReport } from '../hardware/index.js';

/** Something a document told: an answer to an observation, with the numbers in it. */
export interface Read {
  readonly observation: string;
  readonly seen: boolean;
  /** `1,284, 37 more than at the reading before` */
  readonly detail: string;
}

/**
 * Where warm becomes hot, °C (common practice, no source): mechanical drives are rated to 60, flash slows
 * from 70 on.
 */
const HOT_C = { rotating: 55, flash: 70 } as const;
/** One or two time-outs come from sleep and power cuts (common practice, no source). */
const MANY_TIMEOUTS = 5;
/** Nearly full: less than this share and less than this much free (common practice, no source). */
const FEW_FREE = { share: 0.1, bytes: 15e9 } as const;

/**
 * What a self-report says about the observations of the shipped edition. With an earlier reading of the same
 * drive also what moved between the two. What the report does not hold is not answered.
 */
export function readReport(report: SelfReport, earlier: SelfReport | null = null): Read[] {
  const found: Read[] = [];
  const say = (observation: string, seen: boolean, detail: string) =>
    found.push({ observation, seen, detail });
  const rotating = isRotating(report);
  if (rotating !== null)
    say('rotating', rotating, rotating ? `${report.rotationRpm} turns a minute` : 'nothing turns');
  if (report.protocol === 'ata') ataCounters(report, earlier, say);
  if (report.nvme) flashHealth(report, say);
  const worn = ataWear(report);
  if (worn !== null && rotating !== true) say('worn-out', worn >= 100, `${worn} % of its rated life used`);
  if (report.temperatureC !== null) {
    const limit = rotating === false ? HOT_C.flash : HOT_C.rotating;
    say('drive-hot', report.temperatureC > limit, `${report.temperatureC} °C, hot from ${limit} °C`);
  }
  if (report.selfAssessment !== 'unknown')
    say('report-failed', report.selfAssessment === 'failed', `says of itself: ${report.selfAssessment}`);
  const last = report.selfTests.find((one) => one.outcome === 'passed' || one.outcome === 'failed');
  if (last) say('self-test-failed', last.outcome === 'failed', `${last.kind}: ${last.status}`);
  return found;
}

type Say = (observation: string, seen: boolean, detail: string) => void;

function ataCounters(report: SelfReport, earlier: SelfReport | null, say: Say): void {
  const raw = (id: number) => attributeRaw(report, id);
  const before = (id: number) => (earlier && isSameDrive(earlier, report) ? attributeRaw(earlier, id) : null);
  const count = (id: number, observation: string, what: string, from = 1): void => {
    const now = raw(id);
    if (now === null) return;
    const was = before(id);
    say(
      observation,
      now >= from,
      `${sayCount(now)} ${what}${was === null ? '' : `, ${sayCount(was)} at the reading before`}`,
    );
  };
  count(5, 'reallocated', 'replaced');
  count(197, 'pending', 'waiting');
  count(198, 'offline-uncorrectable', 'unreadable');
  count(187, 'scan-errors', 'reported');
  count(188, 'timeouts', 'time-outs', MANY_TIMEOUTS);
  count(199, 'link-errors', 'link errors');
  rise(197, 'pending-growing');
  rise(199, 'link-errors-rising');

  function rise(id: number, observation: string): void {
    const [now, was] = [raw(id), before(id)];
    if (now !== null && was !== null)
      say(observation, now > was, `${sayCount(was)} at the reading before, ${sayCount(now)} now`);
  }
}

function flashHealth({ nvme }: SelfReport, say: Say): void {
  const health = nvme!;
  // Byte 0 of log 02h: bit 0 spare below threshold, bit 2 reliability degraded, bit 3 read-only (NVM Express
  // base specification, from memory).
  const spareLow =
    (health.criticalWarning & 1) !== 0 || health.availableSparePercent < health.spareThresholdPercent;
  say(
    'spare-used-up',
    spareLow,
    `spare ${health.availableSparePercent} %, threshold ${health.spareThresholdPercent} %`,
  );
  const media = asNumber(health.mediaErrors);
  say('media-errors', media > 0, `${sayCount(media)} media errors`);
  if ((health.criticalWarning & 8) !== 0) say('read-only', true, 'the drive says it has gone read-only');
  say('worn-out', health.percentageUsed >= 100, `${health.percentageUsed} % of its rated life used`);
}

/**
 * Percentage used of a SATA flash drive, from whichever attribute its maker counts down in (231, 233, 177:
 * vendor-specific, from memory).
 */
export function ataWear(report: SelfReport): number | null {
  if (report.protocol !== 'ata') return null;
  for (const id of [231, 233, 177]) {
    const value = report.attributes.find((one) => one.id === id)?.value;
    if (value !== undefined && value !== null && value <= 100) return 100 - value;
  }
  return null;
}

/**
 * Two reports are of one drive when both name the same serial; raw logs and sectors name none, and are never
 * compared.
 */
export const isSameDrive = (one: SelfReport, other: SelfReport): boolean =>
  one.protocol === other.protocol && one.serial !== null && one.serial === other.serial;

/** What a listing of drives and file systems says. */
export function readListing(listing: BlockListing): Read[] {
  const found: Read[] = [];
  const volumes = listing.drives
    .flatMap((drive) => drive.volumes)
    .filter((one) => one.sizeBytes !== null && one.freeBytes !== null);
  const mounted = volumes.filter((one) => one.mountedAt !== null && asNumber(one.sizeBytes!) > 4e9);
  if (mounted.length > 0) {
    const fullest = mounted.reduce((worst, one) => (freeShare(one) < freeShare(worst) ? one : worst));
    const free = asNumber(fullest.freeBytes!);
    const full = freeShare(fullest) < FEW_FREE.share && free < FEW_FREE.bytes;
    found.push({
      observation: 'nearly-full',
      seen: full,
      detail: `${(free / 1e9).toFixed(1)} GB free on ${fullest.mountedAt}`,
    });
  }
  // A listing of file systems alone says nothing about drives without any.
  const drives = listing.drives.filter((one) => one.sizeBytes !== null && one.transport !== 'usb');
  const bare = drives.find((one) =>
    one.volumes.every((volume) => volume.fileSystem === null && volume.mountedAt === null),
  );
  if (drives.length > 0)
    found.push({
      observation: 'no-letter',
      seen: bare !== undefined,
      detail: bare ? `${bare.name} has no volume` : 'every drive has a volume',
    });
  const inside = drives.length === 1 ? drives[0]! : null;
  if (inside?.rotating !== null && inside?.rotating !== undefined)
    found.push({ observation: 'rotating', seen: inside.rotating, detail: inside.model ?? inside.name });
  return found;
}

const freeShare = (volume: BlockListing['drives'][number]['volumes'][number]): number =>
  asNumber(volume.freeBytes!) / Math.max(1, asNumber(volume.sizeBytes!));

/** `1,284` */
export const sayCount = (count: number): string => count.toLocaleString('en-GB');
