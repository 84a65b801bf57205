import { sure } from '@petrichor/core/units';
import { createHash } from 'node:crypto';
import { Fault } from '../fault.js';

/** By which a key is told from another without showing it. */
export const sealPrint = (key: string): string =>
  createHash('sha256').update(`petrichor seal ${key.trim().toLowerCase()}`).digest('hex').slice(0, 16);

/**
 * A sheet to print or to keep as a file, apart from the backups: four lines of sixteen digits, each with its
 * check.
 */
export function sealSheet(key: string, at: Date): string {
  const rows = [0, 1, 2, 3].map((row) => key.slice(row * 16, row * 16 + 16));
  return [
    'PETRICHOR · the key of the sealed notes',
    '',
    `Written on ${at.toISOString().slice(0, 10)}. Fingerprint ${sealPrint(key)}.`,
    'Passcodes and recovery keys in the record are read with this. Keep it apart from the backups:',
    'whoever has both reads them all, and without it nobody does.',
    '',
    ...rows.map(
      (digits, row) => `  ${row + 1}   ${sure(digits.match(/.{4}/g)).join(' ')}   · ${check(digits, row)}`,
    ),
    '',
    'To use it:  ./petrichor restore FOLDER --seal-key THIS-FILE',
    '',
  ].join('\n');
}

/** The key on a sheet, or 64 digits alone; a digit that was typed wrongly is told with its line. */
export function readSealSheet(text: string): string {
  const bare = text.trim().toLowerCase();
  if (/^[0-9a-f]{64}$/.test(bare)) return bare;
  const rows = [...bare.matchAll(/^\s*([1-4])\s+((?:[0-9a-f]{4}\s+){4})·?\s*([0-9a-f]{2})\s*$/gm)];
  const digits = [1, 2, 3, 4].map((row) => {
    const found = rows.find(([, number]) => Number(number) === row);
    if (!found)
      throw new Fault(
        `Line ${row} of the key is missing: four groups of four digits, and the two behind the dot.`,
        2,
      );
    const typed = sure(found[2]).replace(/\s/g, '');
    if (check(typed, row - 1) !== found[3])
      throw new Fault(
        `Line ${row} of the key has a digit that is not as printed. Compare it with the sheet.`,
        2,
      );
    return typed;
  });
  return digits.join('');
}

const check = (digits: string, row: number): string =>
  createHash('sha256').update(`${row} ${digits}`).digest('hex').slice(0, 2);
