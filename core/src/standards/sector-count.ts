export const SECTOR_BYTES = 512;
/** Above this marked size another standard counts. */
const LARGEST_IDEMA_GB = 8000;
/** SFF-8447 rounds up to this many bytes: 2^21 sectors of 512. */
const SFF_8447_STEP_BYTES = 2 ** 30;

/**
 * Number of sectors of a drive marked `gigabytes` GB.
 *
 * 50 GB to 8 TB, IDEMA LBA1-03: 97 696 368 + 1 953 504 x (GB - 50) of 512 bytes;
 * 12 212 046 + 244 188 x (GB - 50) of 4096 bytes. Beyond 8 TB, SFF-8447 (from memory):
 * bytes rounded up to a multiple of 2^21 sectors of 512. Null below 50 GB, where no formula applies.
 */
export function sectorCountOfMarkedSize(
  gigabytes: number,
  sectorBytes: 512 | 4096 = SECTOR_BYTES,
): number | null {
  if (!Number.isFinite(gigabytes) || gigabytes < 50) return null;
  const whole = Math.round(gigabytes);
  if (whole > LARGEST_IDEMA_GB)
    return (Math.ceil((whole * 1e9) / SFF_8447_STEP_BYTES) * SFF_8447_STEP_BYTES) / sectorBytes;
  return sectorBytes === 512 ? 97_696_368 + 1_953_504 * (whole - 50) : 12_212_046 + 244_188 * (whole - 50);
}
