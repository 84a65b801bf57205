import type { BadArea } from '@petrichor/api';
import type { RunKind } from '@petrichor/core';
import type { SimulatedDrive } from './drive.js';

/** How a run goes, worked out beforehand: after so many seconds it has done so many bytes. */
export interface Timeline {
  readonly totalBytes: number;
  /** Points in order: seconds since the start and bytes done by then. */
  readonly points: readonly { readonly seconds: number; readonly bytes: number }[];
  /** Bad areas as the run meets them. */
  readonly meets: readonly BadArea[];
  /** How it ends at its last point. */
  readonly ends: { readonly state: 'done' | 'failed'; readonly sentence: string; readonly selfTest: 'passed' | 'failed' | null };
}

const STRETCHES = 400;
const SHORT_TEST_SECONDS = 120;
/** A drive's own long test reads a little slower than a host would. */
const LONG_TEST_FACTOR = 1.1;
/** Seconds lost at an unreadable and a slow area: the drive tries again and again. */
const LOST_SECONDS = { unreadable: 45, slow: 12 } as const;

/** The way a run takes over a drive with what is planted in it. */
export function timelineOf(drive: SimulatedDrive, kind: RunKind): Timeline {
  if (kind === 'short-test') return ownTest(drive, 'Short test', SHORT_TEST_SECONDS);
  if (kind === 'long-test') return ownTest(drive, 'Long test', wholeSeconds(drive) * LONG_TEST_FACTOR);
  const first = drive.badAreas.filter((area) => area.kind === 'unreadable').sort((one, other) => one.startByte - other.startByte)[0];
  const endByte = kind === 'clone' && first ? first.startByte : drive.capacityBytes;
  const points = walk(drive, endByte);
  if (kind === 'clone' && first)
    return {
      totalBytes: drive.capacityBytes,
      points,
      meets: [first],
      ends: {
        state: 'failed',
        sentence: `The source cannot be read at ${gb(first.startByte)}. What is across stays; a rescue copy goes on past it.`,
        selfTest: null,
      },
    };
  const bad = drive.badAreas.length;
  return {
    totalBytes: drive.capacityBytes,
    points,
    meets: drive.badAreas,
    ends: { state: 'done', sentence: DONE[kind](bad), selfTest: null },
  };
}

const DONE: Record<'surface-read' | 'clone' | 'rescue', (bad: number) => string> = {
  'surface-read': (bad) => (bad === 0 ? 'Read to the end at its full rate.' : `Read to the end; ${places(bad)} slow or unreadable.`),
  clone: () => 'Across and checked, no differences.',
  rescue: (bad) => (bad === 0 ? 'All of it is across.' : `All of it is across but ${places(bad)}.`),
};

const places = (bad: number): string => (bad === 1 ? 'one place' : `${bad} places`);
const gb = (bytes: number): string => `${Math.round(bytes / 1e9)} GB`;

function walk(drive: SimulatedDrive, endByte: number): { seconds: number; bytes: number }[] {
  const points = [{ seconds: 0, bytes: 0 }];
  let seconds = 0;
  for (let stretch = 1; stretch <= STRETCHES; stretch++) {
    const [from, to] = [(endByte * (stretch - 1)) / STRETCHES, (endByte * stretch) / STRETCHES];
    seconds += (to - from) / rateAt(drive, (from + to) / 2);
    for (const area of drive.badAreas) if (area.startByte >= from && area.startByte < to) seconds += LOST_SECONDS[area.kind];
    points.push({ seconds, bytes: Math.round(to) });
  }
  return points;
}

const rateAt = ({ rate, capacityBytes }: SimulatedDrive, byte: number): number =>
  rate.first + (rate.last - rate.first) * (byte / capacityBytes);
const wholeSeconds = (drive: SimulatedDrive): number => walk(drive, drive.capacityBytes).at(-1)!.seconds;

function ownTest({ capacityBytes, testFailsAt }: SimulatedDrive, what: string, seconds: number): Timeline {
  const share = testFailsAt ?? 1;
  const points = [
    { seconds: 0, bytes: 0 },
    { seconds: seconds * share, bytes: Math.round(capacityBytes * share) },
  ];
  const sentence =
    testFailsAt === null ? `${what}: completed without error.` : `${what}: stopped by a read failure at ${Math.round(share * 100)} %.`;
  return {
    totalBytes: capacityBytes,
    points,
    meets: [],
    ends: { state: 'done', sentence, selfTest: testFailsAt === null ? 'passed' : 'failed' },
  };
}

/** Bytes done after so many seconds, and the rate over the stretch there. */
export function at({ points }: Timeline, seconds: number): { bytes: number; rate: number; over: boolean } {
  const last = points.at(-1)!;
  if (seconds >= last.seconds) return { bytes: last.bytes, rate: 0, over: true };
  const next = points.findIndex((point) => point.seconds > seconds);
  const [from, to] = [points[next - 1]!, points[next]!];
  const rate = (to.bytes - from.bytes) / (to.seconds - from.seconds);
  return { bytes: Math.round(from.bytes + (seconds - from.seconds) * rate), rate, over: false };
}
