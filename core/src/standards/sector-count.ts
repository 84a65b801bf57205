/**
 * Number of 512-byte sectors of a drive marked `gigabytes` GB.
 *
 * IDEMA LBA1-03: 97 696 368 + 1 953 504 x (GB - 50), for marked sizes from 50 GB up to 8 TB.
 * Returns null outside that range, where the formula does not apply.
 */
export function sectorCountOfMarkedSize(gigabytes: number): number | null {
  if (!Number.isFinite(gigabytes) || gigabytes < 50 || gigabytes > 8000) return null;
  return 97_696_368 + 1_953_504 * (Math.round(gigabytes) - 50);
}

export const SECTOR_BYTES = 512;
