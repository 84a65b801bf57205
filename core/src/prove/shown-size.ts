import { SECTOR_BYTES, sectorCountOfMarkedSize } from '../standards/index.js';
import { GB, GIB } from '../units/index.js';

interface SizeCheck {
  readonly right: boolean;
  readonly expectedBytes: number;
  readonly sentence: string;
}

// Firmware menus round to one decimal or to whole numbers, in GB or GiB; and flash drives sold as '1 TB'
// may be a little off the marked sector count. Half a per cent covers both, and is far from any wrong drive.
const ROUNDING = 0.005;

/** What a drive of this marked size has, bytes: by IDEMA LBA1-03 where it applies, else the marked size. */
function expectedBytes(markedGb: number): number {
  const sectors = sectorCountOfMarkedSize(markedGb);
  return sectors === null ? markedGb * GB : sectors * SECTOR_BYTES;
}

/**
 * Does the size that the machine shows belong to the drive fitted?
 * @param shown the number on the screen, in `unit`; many systems write GB and mean GiB, so both are accepted.
 */
export function checkShownSize(markedGb: number, shown: number, unit: 'GB' | 'GiB'): SizeCheck {
  const expected = expectedBytes(markedGb);
  const readings = unit === 'GB' ? [shown * GB, shown * GIB] : [shown * GIB];
  // A menu that shows whole numbers may be off by half of one.
  const half = (unit === 'GB' ? GB : GIB) / 2;
  const right = readings.some((bytes) => Math.abs(bytes - expected) <= Math.max(expected * ROUNDING, half));
  const want = `${(expected / GB).toFixed(1)} GB or ${(expected / GIB).toFixed(1)} GiB`;
  return {
    right,
    expectedBytes: expected,
    sentence: right
      ? `Right size: ${want} expected, ${shown} ${unit} shown.`
      : `Wrong size: ${want} expected, ${shown} ${unit} shown. Is it the drive you fitted?`,
  };
}
