/**
 * Little-endian numbers of an image. Beyond the end they are 0, since a cut image is not a reason to fail.
 */
export const u16 = (bytes: Uint8Array, at: number): number => (bytes[at] ?? 0) + (bytes[at + 1] ?? 0) * 0x100;
export const u32 = (bytes: Uint8Array, at: number): number => u16(bytes, at) + u16(bytes, at + 2) * 0x10000;
/** Exact up to 2^53; what is larger is nowhere near a disk and is found to be beyond its end. */
export const u64 = (bytes: Uint8Array, at: number): number =>
  u32(bytes, at) + u32(bytes, at + 4) * 0x1_0000_0000;

const HEX = Array.from({ length: 256 }, (_, byte) => byte.toString(16).padStart(2, '0'));

/** Lower-case GUID; the first three fields are little-endian (UEFI specification, appendix A). */
export function guid(bytes: Uint8Array, at: number): string {
  const hex = (...order: number[]) => order.map((one) => HEX[bytes[at + one] ?? 0]).join('');
  return `${hex(3, 2, 1, 0)}-${hex(5, 4)}-${hex(7, 6)}-${hex(8, 9)}-${hex(10, 11, 12, 13, 14, 15)}`;
}

export const text = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length));
export const isZero = (bytes: Uint8Array): boolean => bytes.every((byte) => byte === 0);
