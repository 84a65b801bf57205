import type { DockRun } from '@petrichor/api';
import {
  copySeconds,
  timeLeft,
  timeOf,
  type Crossing,
  type CopyTask,
  type Range,
} from '@petrichor/core/move';

const AS_ASSUMED = { read: 1, link: 1, write: 1, secondsPerFile: 0, secondsPerBadArea: 18 };

/**
 * Minutes that a copy still takes: what was foreseen for the whole drive, corrected by how it has gone so
 * far.
 */
export function leftOf(run: DockRun, crossing: Crossing): Range {
  const copy = (fromByte: number, toByte: number) => ({
    carried: [
      { from: fromByte / run.totalBytes, to: toByte / run.totalBytes, bytes: Math.max(0, toByte - fromByte) },
    ],
    verify: false,
    files: 0,
    badAreas: 0,
  });
  const foreseen = timeOf(crossing, copy(run.fromByte, run.totalBytes));
  // The shape along the drive is that of the slowest kind it may be: a flat one would promise too early.
  const read = crossing.reads.reduce((slowest, one) => (one.last < slowest.last ? one : slowest));
  const task = (toByte: number): CopyTask => ({ ...crossing.task, read, ...copy(run.fromByte, toByte) });
  const share =
    copySeconds(task(run.doneBytes), AS_ASSUMED) / Math.max(1, copySeconds(task(run.totalBytes), AS_ASSUMED));
  const seconds = run.history.at(-1)?.[0] ?? 0;
  return timeLeft(
    foreseen,
    { doneBytes: run.doneBytes, totalBytes: run.totalBytes, seconds },
    Math.min(1, share),
  );
}
