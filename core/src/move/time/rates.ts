import type { Drive, FioResult } from '../../hardware/index.js';

/** How fast a drive is read, from its first to its last byte, bytes per second. */
export interface ReadRate {
  readonly first: number;
  readonly last: number;
}
/** How fast a drive takes data: at once while its cache has room, then steadily. */
export interface WriteRate {
  readonly fast: number;
  readonly fastBytes: number;
  readonly steady: number;
}

type Known = Pick<
  Drive,
  'medium' | 'markedGb' | 'readBytesPerSecond' | 'steadyWriteBytesPerSecond' | 'rpm' | 'link'
>;

/**
 * Inner tracks of a mechanical drive are half as long as outer ones: on average three quarters of the rate at
 * its start (common practice, no source).
 */
const INNER_SHARE = 0.5;
/** Rates of drives that nobody has measured (common practice, no source). */
const USUAL = { rpm5400: 110e6, rpm7200: 170e6, sata: 480e6, nvme: 1800e6 } as const;
/**
 * Flash without a stated rate keeps up this share of its reading rate once its fast cache is full, and the
 * cache is this share of it (common practice, no source).
 */
const STEADY_SHARE = 0.35;
const CACHE_SHARE = 0.08;

/**
 * How a drive reads. @param measured what a run or fio has shown at its start; null: the maker's word, else
 * what is usual.
 */
export function readRateOf(
  drive: Pick<Known, 'medium' | 'readBytesPerSecond' | 'rpm' | 'link'>,
  measured: number | null = null,
): ReadRate {
  if (drive.medium === 'rotating') {
    const first =
      measured ?? drive.readBytesPerSecond ?? ((drive.rpm ?? 5400) > 6000 ? USUAL.rpm7200 : USUAL.rpm5400);
    return { first, last: first * INNER_SHARE };
  }
  const rate =
    measured ?? drive.readBytesPerSecond ?? (drive.link.protocol === 'nvme' ? USUAL.nvme : USUAL.sata);
  return { first: rate, last: rate };
}

/**
 * How a drive takes data. A mechanical one writes as it reads, and is filled from its start. @param measured
 * what it kept up over a long run.
 */
export function writeRateOf(drive: Known, measured: number | null = null): WriteRate {
  const read = readRateOf(drive);
  if (drive.medium === 'rotating')
    return { fast: read.first, fastBytes: 0, steady: measured ?? (read.first + read.last) / 2 };
  return {
    fast: read.first,
    fastBytes: drive.markedGb * 1e9 * CACHE_SHARE,
    steady: measured ?? drive.steadyWriteBytesPerSecond ?? read.first * STEADY_SHARE,
  };
}

/** The rate at a place of the drive, 0 its start and 1 its end. */
export const rateAt = ({ first, last }: ReadRate, share: number): number => first + (last - first) * share;

/**
 * The best rates of runs from end to end in a result of fio, bytes per second; null: none of that kind.
 * Random ones say nothing of a copy.
 */
export function rateIn(speed: FioResult): { readonly read: number | null; readonly write: number | null } {
  const inOrder = speed.jobs.filter((job) => !job.rw.startsWith('rand'));
  const best = (way: 'read' | 'write') =>
    Math.max(0, ...inOrder.map((job) => job[way].bytesPerSecond)) || null;
  return { read: best('read'), write: best('write') };
}
