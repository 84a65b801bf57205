import type { FioResult } from '../hardware/index.js';

/** Blocks of less than this are no long stretch: they measure how often, not how fast. */
const LEAST_BLOCK_BYTES = 64 * 1024;

/** What a `fio` run says of one long stretch. */
interface LongStretch {
  readonly readBytesPerSecond: number;
  /** Null: nothing was written in one stretch. */
  readonly writeBytesPerSecond: number | null;
}

/**
 * The fastest reading in blocks of at least 64 KiB, and the fastest writing. Null: the run only read at
 * random, in small pieces, or not at all; such figures say nothing of the link.
 */
export function longStretchOf({ jobs }: FioResult): LongStretch | null {
  const long = jobs.filter((job) => job.blockSizeBytes >= LEAST_BLOCK_BYTES && !/^rand/.test(job.rw));
  const read = Math.max(0, ...long.map((job) => job.read.bytesPerSecond));
  const write = Math.max(0, ...long.map((job) => job.write.bytesPerSecond));
  return read === 0 ? null : { readBytesPerSecond: read, writeBytesPerSecond: write === 0 ? null : write };
}
