/** A stretch of the image that the reader needs next, bytes. */
export interface Piece {
  readonly at: number;
  readonly length: number;
}
/**
 * A reader that asks for what it needs and is handed it; fewer bytes than asked for: the image ends there.
 */
export type Scan<T> = Generator<Piece, T, Uint8Array>;

/** Runs a scan over something that can be read at once: bytes in memory, an open file. */
export function scanNow<T>(scan: Scan<T>, read: (ask: Piece) => Uint8Array): T {
  let step = scan.next();
  while (!step.done) step = scan.next(read(step.value));
  return step.value;
}

/** Runs a scan over something that has to be waited for: a file in the browser. */
export async function scanLater<T>(scan: Scan<T>, read: (ask: Piece) => Promise<Uint8Array>): Promise<T> {
  let step = scan.next();
  while (!step.done) step = scan.next(await read(step.value));
  return step.value;
}

export const readerOf =
  (bytes: Uint8Array) =>
  ({ at, length }: Piece): Uint8Array =>
    bytes.subarray(at, at + length);
