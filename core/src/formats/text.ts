import type { Reading } from './reading.js';

/** Readers of text take no more than this, bytes: the largest report seen is a twentieth of it. */
const MOST_BYTES = 64 * 1024 * 1024;

interface Decoder {
  decode(bytes: Uint8Array, options?: { stream: boolean }): string;
}
/** Part of every browser and of Node; core has no types of either. */
const utf8 = (): Decoder =>
  new (
    globalThis as unknown as { TextDecoder: new (name: string, options: { fatal: boolean }) => Decoder }
  ).TextDecoder('utf-8', {
    fatal: true,
  });

/**
 * Bytes as UTF-8 text, or what else they are: another encoding is named, a broken byte is located, nothing is
 * replaced.
 */
export function readText(bytes: Uint8Array): Reading<string> {
  if (bytes.length === 0) return { ok: false, problem: 'The file is empty.', at: 'byte 0' };
  if (bytes.length > MOST_BYTES)
    return {
      ok: false,
      problem: `The file has ${Math.round(bytes.length / 1e6)} MB; 64 MB is the most that is read.`,
      at: `byte ${MOST_BYTES}`,
    };
  if (isUtf16(bytes))
    return {
      ok: false,
      problem: 'This is text in UTF-16, as some command windows write it. Save it as UTF-8 and try again.',
      at: 'byte 0',
    };
  const nul = bytes.indexOf(0);
  if (nul >= 0)
    return { ok: false, problem: 'This is not text: it has zero bytes in it.', at: `byte ${nul}` };
  try {
    return { ok: true, value: utf8().decode(bytes) };
  } catch {
    return {
      ok: false,
      problem: 'This is text, but not in UTF-8. Save it as UTF-8 and try again.',
      at: `byte ${firstBadByte(bytes)}`,
    };
  }
}

const isUtf16 = (bytes: Uint8Array): boolean =>
  (bytes[0] === 0xff && bytes[1] === 0xfe) ||
  (bytes[0] === 0xfe && bytes[1] === 0xff) ||
  looksLikeUtf16(bytes);

/** No text of any kind, by the zero bytes in it. */
export const isBinary = (bytes: Uint8Array): boolean =>
  bytes.length <= MOST_BYTES && bytes.includes(0) && !isUtf16(bytes);

/** Every second byte zero, over the first stretch: plain letters in two bytes each. */
function looksLikeUtf16(bytes: Uint8Array): boolean {
  if (bytes.length < 8) return false;
  const end = Math.min(bytes.length, 200) & ~1;
  let [even, odd] = [0, 0];
  for (let at = 0; at < end; at += 2) {
    if (bytes[at] === 0) even++;
    if (bytes[at + 1] === 0) odd++;
  }
  return (odd > end / 2 - end / 20 && even === 0) || (even > end / 2 - end / 20 && odd === 0);
}

/** Where the first broken character begins: the longest start that decodes, found by halving. */
function firstBadByte(bytes: Uint8Array): number {
  const decodes = (end: number, stream: boolean): boolean => {
    try {
      utf8().decode(bytes.subarray(0, end), { stream });
      return true;
    } catch {
      return false;
    }
  };
  let [good, bad] = [0, bytes.length];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (decodes(middle, true)) good = middle;
    else bad = middle;
  }
  // Up to three bytes at the end may have looked like the start of a longer character.
  while (good > 0 && !decodes(good, false)) good--;
  return good;
}
