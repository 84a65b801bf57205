/** Sets of operations as words of 31 bits, since JavaScript's bit operations know signed 32. */
const WORD = 31;
export type Bits = readonly number[];

/** Word and bit of every member, worked out once. */
const WORD_OF = Int32Array.from({ length: 31 * 64 }, (_, at) => Math.floor(at / WORD));
const BIT_OF = Int32Array.from({ length: 31 * 64 }, (_, at) => 1 << (at % WORD));

const noBits = (size: number): number[] =>
  Array.from({ length: Math.max(1, Math.ceil(size / WORD)) }, () => 0);

export function bitsOf(size: number, members: Iterable<number>): number[] {
  const bits = noBits(size);
  for (const at of members) bits[WORD_OF[at]!]! |= BIT_OF[at]!;
  return bits;
}

export const has = (bits: Bits, at: number): boolean => (bits[WORD_OF[at]!]! & BIT_OF[at]!) !== 0;

/** Puts a member into a set that nobody else holds yet. */
export const put = (bits: number[], at: number): void => {
  bits[WORD_OF[at]!]! |= BIT_OF[at]!;
};

/** Everything of `part` is in `whole`. */
export function within(part: Bits, whole: Bits): boolean {
  for (let word = 0; word < part.length; word++) if ((part[word]! & ~whole[word]!) !== 0) return false;
  return true;
}

/** The two have at least one member in common. */
export function meet(one: Bits, other: Bits): boolean {
  for (let word = 0; word < one.length; word++) if ((one[word]! & other[word]!) !== 0) return true;
  return false;
}
