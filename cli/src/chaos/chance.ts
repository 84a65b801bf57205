/** Chance that comes again with its seed: mulberry32 (Tommy Ettinger's, public domain; from memory). */
export class Chance {
  constructor(private state: number) {}

  /** 0 up to, never, 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  }

  /** A whole number from `low` to `high`, both included. */
  between(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  one<T>(all: readonly T[]): T {
    return all[this.between(0, all.length - 1)]!;
  }

  is(share: number): boolean {
    return this.next() < share;
  }

  /** One of them, the likelier the heavier. */
  weighed<T extends { readonly weight: number }>(all: readonly T[]): T {
    let at = this.next() * all.reduce((sum, { weight }) => sum + weight, 0);
    return all.find(({ weight }) => (at -= weight) < 0) ?? all.at(-1)!;
  }
}
