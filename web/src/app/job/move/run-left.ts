import type { DockRun } from '@petrichor/api';
import { copySeconds, estimate, timeLeft, type Crossing, type CopyTask, type Range } from '@petrichor/core';

const AS_ASSUMED = { read: 1, link: 1, write: 1, secondsPerFile: 0, secondsPerBadArea: 18 };

/** Minutes that a copy still takes: what was foreseen for the whole drive, corrected by how it has gone so far. */
export function leftOf(run: DockRun, crossing: Crossing): Range {
  const task = (fromByte: number, toByte: number): CopyTask => ({
    ...crossing.task,
    carried: [{ from: fromByte / run.totalBytes, to: toByte / run.totalBytes, bytes: Math.max(0, toByte - fromByte) }],
    verify: false,
    files: 0,
    badAreas: 0,
  });
  const whole = task(run.fromByte, run.totalBytes);
  const foreseen = estimate(whole, crossing.spread);
  const share = copySeconds(task(run.fromByte, run.doneBytes), AS_ASSUMED) / Math.max(1, copySeconds(whole, AS_ASSUMED));
  const seconds = run.history.at(-1)?.[0] ?? 0;
  return timeLeft(foreseen, { doneBytes: run.doneBytes, totalBytes: run.totalBytes, seconds }, Math.min(1, share));
}
