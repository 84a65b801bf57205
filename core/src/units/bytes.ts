/** A marked gigabyte: 10^9 bytes. */
export const GB = 1_000_000_000;
/** What many systems show as "GB": 2^30 bytes. */
export const GIB = 2 ** 30;

/** `512 GB`, `1 TB`, `1.5 TB`: the size printed on a drive. */
export function sayMarked(bytes: number): string {
  const gb = bytes / GB;
  return gb >= 1000 ? `${trim(gb / 1000)} TB` : `${trim(gb)} GB`;
}

/** `931.5 GiB`: what a system shows for the same bytes. */
export const sayShown = (bytes: number): string => `${trim(bytes / GIB)} GiB`;

const trim = (value: number): string => String(Math.round(value * 10) / 10);
