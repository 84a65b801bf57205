import { sure } from '../units/index.js';
/** Shorter words are found as they are typed: one sign more or less makes another word of them. */
export const LEAST_NEAR = 4;

const PLAIN = [...'abcdefghijklmnopqrstuvwxyz0123456789'];

/**
 * Every word one typing error away from this one: a sign wrong, missing, too many, or two neighbours swapped
 * (an optimal string alignment distance of 1). Some seventy words for each of its signs: looking each up in
 * an index takes the same time however many words there are, and misses none.
 */
export function oneErrorAway(word: string): string[] {
  const signs = [...word];
  const alphabet = alphabetOf(signs);
  const near = new Set<string>();
  for (let at = 0; at <= signs.length; at++) {
    const [before, after] = [signs.slice(0, at).join(''), signs.slice(at + 1).join('')];
    const here = signs[at];
    for (const sign of alphabet) near.add(`${before}${sign}${here ?? ''}${after}`);
    if (here === undefined) continue;
    for (const sign of alphabet) near.add(`${before}${sign}${after}`);
    near.add(before + after);
    const next = signs[at + 1];
    if (next !== undefined) near.add(`${before}${next}${here}${signs.slice(at + 2).join('')}`);
  }
  near.delete(word);
  return [...near];
}

/**
 * Plain letters and digits, and for a word in another script the small letters that stand near its own in
 * Unicode.
 */
function alphabetOf(signs: readonly string[]): string[] {
  const alphabet = new Set(PLAIN);
  for (const start of new Set(signs.map((sign) => sure(sign.codePointAt(0)) & ~0x7f)))
    if (start > 0)
      for (let at = start; at < start + 0x80; at++) {
        const sign = String.fromCodePoint(at);
        if (/\p{L}/u.test(sign) && sign === sign.toLowerCase()) alphabet.add(sign);
      }
  return [...alphabet];
}
