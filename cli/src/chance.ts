import { sure } from '@petrichor/core/units';
/**
 * Numbers that look like chance and are the same every time (mulberry32, by Tommy Ettinger, public domain;
 * from memory).
 */
export function chances(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Chance that comes again with its seed. */
export class Chance {
  /** 0 up to, never, 1. */
  readonly next: () => number;

  constructor(seed: number) {
    this.next = chances(seed);
  }

  /** A whole number from `low` to `high`, both included. */
  between(low: number, high: number): number {
    return low + Math.floor(this.next() * (high - low + 1));
  }

  one<T>(all: readonly T[]): T {
    return sure(all[this.between(0, all.length - 1)]);
  }

  is(share: number): boolean {
    return this.next() < share;
  }

  /** One of them, the likelier the heavier. */
  weighed<T extends { readonly weight: number }>(all: readonly T[]): T {
    let at = this.next() * all.reduce((sum, { weight }) => sum + weight, 0);
    return all.find(({ weight }) => (at -= weight) < 0) ?? sure(all.at(-1));
  }
}
