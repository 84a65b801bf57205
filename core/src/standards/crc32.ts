import { sure } from '../units/index.js';
/** Reversed polynomial of CRC-32 as ISO-HDLC defines it; the UEFI specification (5.3.1) takes it for GPT. */
const POLYNOMIAL = 0xedb88320;

const TABLE = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte;
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? (value >>> 1) ^ POLYNOMIAL : value >>> 1;
  return value;
});

/** CRC-32 of the bytes, as an unsigned number. Check value: `123456789` gives 0xCBF43926. */
export function crc32(bytes: Uint8Array): number {
  let value = 0xffffffff;
  for (let at = 0; at < bytes.length; at++)
    value = sure(TABLE[(value ^ sure(bytes[at])) & 0xff]) ^ (value >>> 8);
  return (value ^ 0xffffffff) >>> 0;
}
