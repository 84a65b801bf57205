import type { FileSystem } from '../../hardware/index.js';
import { text, u16 } from './number.js';
import type { Scan } from './scan.js';

/**
 * Signatures of file systems near the start of a partition (each format's own specification; from memory,
 * tried on what Debian's mkfs programs make).
 */
const SIGNATURES: readonly { at: number; bytes: string; is: FileSystem }[] = [
  { at: 3, bytes: 'NTFS    ', is: 'ntfs' },
  { at: 3, bytes: 'EXFAT   ', is: 'exfat' },
  { at: 3, bytes: '-FVE-FS-', is: 'encrypted' },
  { at: 0, bytes: 'LUKS\xba\xbe', is: 'luks' },
  { at: 0, bytes: 'XFSB', is: 'xfs' },
  { at: 54, bytes: 'FAT', is: 'fat' },
  { at: 82, bytes: 'FAT32', is: 'fat' },
  { at: 512, bytes: 'LABELONE', is: 'lvm' },
  { at: 1080, bytes: '\x53\xef', is: 'ext' },
  { at: 4086, bytes: 'SWAPSPACE2', is: 'swap' },
];
const HEAD_BYTES = 4096;
const BTRFS = { at: 0x10040, bytes: '_BHRfS_M' };

/** Which file system begins at this byte of the image; null: none that is known. */
export function* sniffFileSystem(startByte: number): Scan<FileSystem | null> {
  const head = yield { at: startByte, length: HEAD_BYTES };
  const known = fileSystemOf(head);
  if (known) return known;
  const far = yield { at: startByte + BTRFS.at, length: BTRFS.bytes.length };
  return text(far, 0, BTRFS.bytes.length) === BTRFS.bytes ? 'btrfs' : null;
}

const fileSystemOf = (head: Uint8Array): FileSystem | null =>
  SIGNATURES.find(({ at, bytes }) => text(head, at, bytes.length) === bytes)?.is ?? null;

/**
 * A boot sector of a file system looks like an MBR: both end in 55 AA. Its jump and its layout of the volume
 * give it away.
 */
export function isBootSectorOfFileSystem(sector: Uint8Array): boolean {
  const jumps = (sector[0] === 0xeb && sector[2] === 0x90) || sector[0] === 0xe9;
  const is = fileSystemOf(sector.subarray(0, 512));
  if (is === 'ntfs' || is === 'exfat' || is === 'encrypted') return true;
  return is === 'fat' && jumps && [512, 1024, 2048, 4096].includes(u16(sector, 11));
}
