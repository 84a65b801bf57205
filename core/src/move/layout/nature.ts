import type { SourcePartition } from '../disk.js';

/**
 * What may be done to a partition's size: nothing, growing only, or both. Whatever is not known is kept as it
 * is.
 */
export type Nature = 'rigid' | 'grows' | 'elastic';

/**
 * Room that a system needs besides what is used now, so that it starts and can repair itself (common
 * practice, no source).
 */
const MARGIN_SHARE = 0.1;
const LEAST_MARGIN_BYTES = 2 ** 30;

/** File systems by what their own tools can do with them in place (each one's manual; from memory). */
const BY_FILE_SYSTEM: Readonly<Record<NonNullable<SourcePartition['fileSystem']>, Nature>> = {
  ntfs: 'elastic',
  ext: 'elastic',
  btrfs: 'elastic',
  xfs: 'grows',
  fat: 'rigid',
  exfat: 'rigid',
  swap: 'rigid',
  luks: 'rigid',
  encrypted: 'rigid',
  lvm: 'rigid',
};

/**
 * @param unlocked an encrypted volume that is open, or whose protection is paused, is as elastic as what lies
 *   in it.
 */
export function natureOf(partition: Pick<SourcePartition, 'kind' | 'fileSystem'>, unlocked: boolean): Nature {
  if (partition.kind !== 'data' && partition.kind !== 'linux') return 'rigid';
  if (partition.fileSystem === 'encrypted') return unlocked ? 'elastic' : 'rigid';
  return partition.fileSystem === null ? 'elastic' : BY_FILE_SYSTEM[partition.fileSystem];
}

/**
 * The least bytes it can have: what is used and a margin; all of it where that is not known or it does not
 * shrink.
 */
export function leastBytes(partition: SourcePartition, bytes: number, nature: Nature): number {
  if (nature !== 'elastic' || partition.usedBytes === null) return bytes;
  const used = partition.usedBytes;
  return Math.min(bytes, used + Math.max(used * MARGIN_SHARE, LEAST_MARGIN_BYTES));
}
