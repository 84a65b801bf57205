/** What there is in a JSON text before anything of it is made. */
export interface JsonSize {
  /** Brackets within brackets, at the deepest place. */
  readonly depth: number;
  /** Members of objects and elements of arrays, all together. */
  readonly values: number;
}

const [QUOTE, BACKSLASH, OPEN_BRACE, CLOSE_BRACE, OPEN_BRACKET, CLOSE_BRACKET, COMMA] = [...'"\\{}[],'].map(
  (sign) => sign.charCodeAt(0),
) as [number, number, number, number, number, number, number];

/**
 * Counted by its bytes (RFC 8259; in UTF-8 none of these is a part of another sign). What is no JSON is
 * counted somehow, and refused by who reads it. Where more is found than `most`, it goes no further.
 */
export function measureJson(
  bytes: Uint8Array,
  most: JsonSize = { depth: Infinity, values: Infinity },
): JsonSize {
  let [depth, deepest, values] = [0, 0, 0];
  for (let at = 0; at < bytes.length && deepest <= most.depth && values <= most.values; at++) {
    const byte = bytes[at];
    if (byte === QUOTE) {
      for (at++; at < bytes.length && bytes[at] !== QUOTE; at++) if (bytes[at] === BACKSLASH) at++;
    } else if (byte === OPEN_BRACE || byte === OPEN_BRACKET) {
      if (++depth > deepest) deepest = depth;
      values++;
    } else if (byte === CLOSE_BRACE || byte === CLOSE_BRACKET) depth--;
    else if (byte === COMMA) values++;
  }
  return { depth: deepest, values };
}
