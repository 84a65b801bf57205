import { isRawSize } from './ata-smart-data/format.js';
import { ATA_SECTOR_BYTES, readAtaSmartData } from './ata-smart-data/read.js';
import { FileContent } from './content.js';
import { printed, type Found, type ReadDocument } from './document.js';
import { mapReading } from './format.js';
import { healthLogFault } from './nvme-health-log/read.js';
import type { Reading } from './reading.js';
import { FORMATS } from './registry.js';
import { isBinary } from './text.js';

/** What is larger than this is looked at as an image of a drive before it is fetched into memory. */
export const LARGE_BYTES = 64 * 1024 * 1024;

/**
 * Finds the format of a file by its content and reads it, with all that is in it. Never throws, never
 * guesses.
 */
export function readDocument(bytes: Uint8Array): Reading<ReadDocument> {
  const file = new FileContent(bytes);
  return FORMATS.find(({ sniff }) => sniff(file))?.read(file) ?? { ok: false, ...whyNot(file) };
}

/**
 * The same, as it is printed.
 *
 * @example
 * ```ts
 * import { readAny } from '@petrichor/core/formats';
 * readAny(new TextEncoder().encode('{"hello": 1}')).ok; // false
 * ```
 */
export const readAny = (bytes: Uint8Array): Reading<Found> => mapReading(readDocument(bytes), printed);

/** The same for text, as pasted. */
export const readAnyFormat = (text: string): Reading<Found> => readAny(utf8(text));

interface Encoder {
  encode(text: string): Uint8Array;
}
/** Part of every browser and of Node; core has no types of either. */
const utf8 = (text: string): Uint8Array =>
  new (globalThis as unknown as { TextEncoder: new () => Encoder }).TextEncoder().encode(text);

/**
 * What is wrong with a file that no format knows: raw bytes by what they nearly are, text that cannot be read
 * by why.
 */
function whyNot({ bytes, text }: FileContent): { problem: string; at: string } {
  const unknown = (at: string, hint = ''): { problem: string; at: string } => ({
    problem: `Petrichor does not know this file.${hint} It reads: ${FORMATS.map(({ say }) => say).join(', ')}.`,
    at,
  });
  if (text.ok) return unknown('line 1');
  if (isRawSize(bytes) && bytes.includes(0)) return rawFault(bytes);
  if (!isBinary(bytes)) return text;
  const near =
    bytes.length < 2 * ATA_SECTOR_BYTES
      ? ` It has ${bytes.length} bytes; a raw log or sector has 512 (with thresholds 1024): was it cut off?`
      : '';
  return unknown(text.at, ` ${text.problem}${near}`);
}

function rawFault(bytes: Uint8Array): { problem: string; at: string } {
  const sector = readAtaSmartData(bytes) as Extract<Reading<never>, { ok: false }>;
  const log = healthLogFault(bytes);
  if (bytes.length !== ATA_SECTOR_BYTES || log === null) return { problem: sector.problem, at: sector.at };
  return {
    problem: `These 512 bytes are neither of two things. ${sector.problem} ${log.problem}`,
    at: sector.at,
  };
}
