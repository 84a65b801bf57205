import { sure } from '@petrichor/core/units';
import type { BadArea } from '@petrichor/api';
import type { RunKind } from '@petrichor/core/job';
import type { SimulatedDrive } from './drive.js';

/** How a run goes, worked out beforehand: after so many seconds it has done so many bytes. */
export interface Timeline {
  readonly totalBytes: number;
  /** Points in order: seconds since the start and bytes done by then. */
  readonly points: readonly { readonly seconds: number; readonly bytes: number }[];
  /** Bad areas as the run meets them. */
  readonly meets: readonly BadArea[];
  /** How it ends at its last point. */
  readonly ends: {
    readonly state: 'done' | 'failed' | 'drive-gone';
    readonly sentence: string;
    readonly selfTest: 'passed' | 'failed' | null;
  };
}

const STRETCHES = 400;
const SHORT_TEST_SECONDS = 120;
/** A drive's own long test reads a little slower than a host would. */
const LONG_TEST_FACTOR = 1.1;
/** Seconds lost at an unreadable and a slow area: the drive tries again and again. */
const LOST_SECONDS = { unreadable: 45, slow: 12 } as const;

/** Where a copy goes on and ends, and where the drive stops answering; null: nowhere. */
export interface Stretch {
  readonly fromByte: number;
  readonly toByte: number;
  readonly dropsAt: number | null;
}

/** The way a run takes over a drive with what is planted in it. */
export function timelineOf(
  drive: SimulatedDrive,
  kind: RunKind,
  { fromByte, toByte, dropsAt }: Stretch = { fromByte: 0, toByte: drive.capacityBytes, dropsAt: null },
): Timeline {
  if (kind === 'short-test') return ownTest(drive, 'Short test', SHORT_TEST_SECONDS);
  if (kind === 'long-test') return ownTest(drive, 'Long test', wholeSeconds(drive) * LONG_TEST_FACTOR);
  const ahead = drive.badAreas
    .filter((area) => area.startByte + area.lengthBytes > fromByte && area.startByte < toByte)
    .sort((one, other) => one.startByte - other.startByte);
  const first = kind === 'clone' ? ahead.find((area) => area.kind === 'unreadable') : undefined;
  const drop =
    dropsAt !== null && dropsAt > fromByte && dropsAt < (first?.startByte ?? toByte) ? dropsAt : null;
  const endByte = Math.max(fromByte, drop ?? first?.startByte ?? toByte);
  return {
    totalBytes: toByte,
    points: walk(drive, fromByte, endByte),
    meets: ahead.filter((area) => area.startByte <= endByte),
    ends: { ...endOf(kind, ahead.length, first?.startByte ?? null, drop), selfTest: null },
  };
}

function endOf(
  kind: 'surface-read' | 'clone' | 'rescue',
  bad: number,
  stopsAt: number | null,
  drop: number | null,
): Pick<Timeline['ends'], 'state' | 'sentence'> {
  if (drop !== null)
    return {
      state: 'drive-gone',
      sentence: `The source stopped answering at ${gb(drop)}. What is across stays.`,
    };
  if (stopsAt !== null)
    return {
      state: 'failed',
      sentence: `The source cannot be read at ${gb(stopsAt)}. What is across stays; a rescue copy goes on past it.`,
    };
  return { state: 'done', sentence: DONE[kind](bad) };
}

const DONE: Record<'surface-read' | 'clone' | 'rescue', (bad: number) => string> = {
  'surface-read': (bad) =>
    bad === 0 ? 'Read to the end at its full rate.' : `Read to the end; ${places(bad)} slow or unreadable.`,
  clone: () => 'Across and checked, no differences.',
  rescue: (bad) => (bad === 0 ? 'All of it is across.' : `All of it is across but ${places(bad)}.`),
};

const places = (bad: number): string => (bad === 1 ? 'one place' : `${bad} places`);
const gb = (bytes: number): string => `${Math.round(bytes / 1e9)} GB`;

function walk(
  drive: SimulatedDrive,
  fromByte: number,
  endByte: number,
): { seconds: number; bytes: number }[] {
  const points = [{ seconds: 0, bytes: fromByte }];
  const length = endByte - fromByte;
  let seconds = 0;
  for (let stretch = 1; stretch <= STRETCHES; stretch++) {
    const [from, to] = [
      fromByte + (length * (stretch - 1)) / STRETCHES,
      fromByte + (length * stretch) / STRETCHES,
    ];
    seconds += (to - from) / rateAt(drive, (from + to) / 2);
    for (const area of drive.badAreas)
      if (area.startByte >= from && area.startByte < to) seconds += LOST_SECONDS[area.kind];
    points.push({ seconds, bytes: Math.round(to) });
  }
  return points;
}

const rateAt = ({ rate, capacityBytes }: SimulatedDrive, byte: number): number =>
  rate.first + (rate.last - rate.first) * (byte / capacityBytes);
const wholeSeconds = (drive: SimulatedDrive): number =>
  sure(walk(drive, 0, drive.capacityBytes).at(-1)).seconds;

function ownTest({ capacityBytes, testFailsAt }: SimulatedDrive, what: string, seconds: number): Timeline {
  const share = testFailsAt ?? 1;
  const points = [
    { seconds: 0, bytes: 0 },
    { seconds: seconds * share, bytes: Math.round(capacityBytes * share) },
  ];
  const sentence =
    testFailsAt === null
      ? `${what}: completed without error.`
      : `${what}: stopped by a read failure at ${Math.round(share * 100)} %.`;
  return {
    totalBytes: capacityBytes,
    points,
    meets: [],
    ends: { state: 'done', sentence, selfTest: testFailsAt === null ? 'passed' : 'failed' },
  };
}

/** Bytes done after so many seconds, and the rate over the stretch there. */
export function at({ points }: Timeline, seconds: number): { bytes: number; rate: number; over: boolean } {
  const last = sure(points.at(-1));
  if (seconds >= last.seconds) return { bytes: last.bytes, rate: 0, over: true };
  const next = points.findIndex((point) => point.seconds > seconds);
  const [from, to] = [sure(points[next - 1]), sure(points[next])];
  const rate = (to.bytes - from.bytes) / (to.seconds - from.seconds);
  return { bytes: Math.round(from.bytes + (seconds - from.seconds) * rate), rate, over: false };
}
