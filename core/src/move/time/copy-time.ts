import { rateAt, type ReadRate, type WriteRate } from './rates.js';

/** A stretch of the source that is carried, as shares of the whole drive; `bytes` of it move. */
export interface Carried {
  readonly from: number;
  readonly to: number;
  readonly bytes: number;
}

/** A copy to be made: what, from where, how. Rates are bytes per second. */
export interface CopyTask {
  readonly carried: readonly Carried[];
  readonly read: ReadRate;
  readonly link: number;
  readonly write: WriteRate;
  /** Read both again and compare. */
  readonly verify: boolean;
  /** Files that are opened and closed one by one; 0: sectors are copied. */
  readonly files: number;
  readonly badAreas: number;
}

/** What nobody knows beforehand, as factors on what was assumed; 1: as assumed. */
export interface Factors {
  readonly read: number;
  readonly link: number;
  readonly write: number;
  readonly secondsPerFile: number;
  readonly secondsPerBadArea: number;
}

/**
 * Enough that the mean rate of a slice of a mechanical drive is the rate at its middle; even reading needs
 * one.
 */
const SLICES = 16;

/**
 * Seconds that a copy takes: every slice at the least of reading, link and writing, where reading slows
 * towards the end of a mechanical drive and writing once the target's cache is full; then the same again
 * without writing, to compare; then what files and bad areas cost one by one.
 */
export function copySeconds(task: CopyTask, factors: Factors): number {
  let seconds = 0;
  let written = 0;
  for (const { from, to, bytes } of task.carried) {
    const slices = task.read.first === task.read.last ? 1 : SLICES;
    const slice = bytes / slices;
    for (let at = 0; at < slices; at++) {
      const read = rateAt(task.read, from + ((at + 0.5) / slices) * (to - from)) * factors.read;
      const through = Math.min(read, task.link * factors.link);
      const fast = Math.max(0, Math.min(slice, task.write.fastBytes - written));
      seconds +=
        fast / Math.min(through, task.write.fast) +
        (slice - fast) / Math.min(through, task.write.steady * factors.write);
      if (task.verify) seconds += slice / through;
      written += slice;
    }
  }
  return seconds + task.files * factors.secondsPerFile + task.badAreas * factors.secondsPerBadArea;
}
