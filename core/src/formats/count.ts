import * as z from 'zod';
import type { BigCount } from '../hardware/index.js';

/** A whole number of any size: a number as far as that is exact, else its decimal digits. */
export const bigCount = (value: bigint): BigCount =>
  value <= BigInt(Number.MAX_SAFE_INTEGER) ? Number(value) : value.toString();

/**
 * What JSON writers make of large counts: a number, or its digits in quotes. A number beyond 2^53 has lost
 * digits already and is refused.
 */
export const countInJson = z
  .union([z.number().int().min(0).max(Number.MAX_SAFE_INTEGER), z.string().regex(/^\d{1,39}$/)])
  .transform((value): bigint => BigInt(value));

/** Little-endian unsigned number of `length` bytes. */
export function littleEndian(bytes: Uint8Array, at: number, length: number): bigint {
  let value = 0n;
  for (let byte = length - 1; byte >= 0; byte--) value = (value << 8n) | BigInt(bytes[at + byte]!);
  return value;
}
