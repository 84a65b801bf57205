const PLAIN = /^[\x20\x21\x23-\x5b\x5d-\x7e]$/;

/** A name in the quotes of `sfdisk`, which writes every other byte of its UTF-8 as `\x22`. */
export const quoted = (name: string): string =>
  `"${[...name].map((sign) => (PLAIN.test(sign) ? sign : escaped(sign))).join('')}"`;

/** Half a pair of UTF-16 has no bytes of its own. */
const HALF = /^[\ud800-\udfff]$/;

const escaped = (sign: string): string =>
  sign === '"' || sign.codePointAt(0)! < 0x80
    ? `\\x${sign.codePointAt(0)!.toString(16).padStart(2, '0')}`
    : encodeURIComponent(HALF.test(sign) ? '\ufffd' : sign)
        .replaceAll('%', '\\x')
        .toLowerCase();

/** What stands in the quotes; null where its bytes are no UTF-8. */
export function unquoted(text: string): string | null {
  const percent = text.replace(/%/g, '%25').replace(/\\x([0-9a-fA-F]{2})/g, '%$1');
  try {
    return decodeURIComponent(percent);
  } catch {
    return null;
  }
}
