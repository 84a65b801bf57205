/** Shorter words are found as they are typed: one sign more or less makes another word of them. */
export const LEAST_NEAR = 4;

/** What is right of a word that has one typing error somewhere: beginnings, if it is in the latter half; ends, if in the former. */
export interface RightParts {
  readonly beginnings: readonly string[];
  /** Written backwards, as an index of backward words has them. */
  readonly ends: readonly string[];
}

/**
 * Beginnings and ends one of which a word within one edit (one sign wrong, missing, too many, or two neighbours swapped)
 * shares with what was typed. The shortest would do by itself; longer ones are there because they lead to fewer words.
 * What shares a part is looked at again by `isNear`.
 */
export function rightParts(typed: string): RightParts {
  // Two neighbours swapped in the very middle leave the least: a sign fewer than half on either side.
  const least = Math.max(1, Math.ceil(typed.length / 2) - 1);
  const lengths = Array.from({ length: Math.max(0, typed.length - least) }, (_, at) => least + at);
  const backwards = reversed(typed);
  return {
    beginnings: lengths.map((length) => typed.slice(0, length)),
    ends: lengths.map((length) => backwards.slice(0, length)),
  };
}

export const reversed = (word: string): string => [...word].reverse().join('');

/** At most one edit apart: a sign wrong, missing, too many, or two neighbours swapped (optimal string alignment distance of at most 1). */
export function isNear(one: string, other: string): boolean {
  if (one === other) return true;
  const [short, long] = one.length <= other.length ? [one, other] : [other, one];
  if (long.length - short.length > 1) return false;
  let at = 0;
  while (at < short.length && short[at] === long[at]) at++;
  if (short.length < long.length) return short.slice(at) === long.slice(at + 1);
  if (short.slice(at + 1) === long.slice(at + 1)) return true;
  return short[at] === long[at + 1] && short[at + 1] === long[at] && short.slice(at + 2) === long.slice(at + 2);
}
