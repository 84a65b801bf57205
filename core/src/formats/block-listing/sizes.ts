import type { BigCount } from '../../hardware/index.js';
import { bigCount } from '../count.js';

const UNITS = 'BKMGTPE';

/**
 * `931.5G` as lsblk and findmnt write it: powers of 1024, rounded to what is shown. Plain digits are bytes.
 * Null: not a size.
 */
export function sizeInWords(value: unknown): BigCount | null {
  if (typeof value === 'number') return Number.isSafeInteger(value) && value >= 0 ? value : null;
  if (typeof value !== 'string') return null;
  const found = /^(\d+(?:[.,]\d+)?)\s*([BKMGTPE])?(?:iB|B)?$/.exec(value.trim());
  if (!found) return null;
  const power = UNITS.indexOf(found[2] ?? 'B');
  if (power === 0 && /^\d+$/.test(found[1]!)) return bigCount(BigInt(found[1]!));
  return Math.round(Number(found[1]!.replace(',', '.')) * 1024 ** power);
}
