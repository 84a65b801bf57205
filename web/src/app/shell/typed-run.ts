/**
 * A second sign within this many milliseconds of the first is typing, not a shortcut: a breath (common
 * practice, no source).
 */
export const BREATH_MS = 250;
/**
 * A wedge types faster than any hand: at the most this many milliseconds a sign on average (common practice,
 * no source).
 */
const SCAN_MS = 50;
/** Shorter codes than this stand on no label. */
const SHORTEST_CODE = 4;

/** Signs that came one after the other without a pause, with no field to take them. */
export class TypedRun {
  private signs = '';
  private firstAt = 0;
  private lastAt = Number.NEGATIVE_INFINITY;

  /** True while the next sign would belong to what was typed before. */
  isOpen(at: number): boolean {
    return this.signs !== '' && at - this.lastAt < BREATH_MS;
  }

  get length(): number {
    return this.signs.length;
  }

  add(sign: string, at: number): void {
    if (!this.isOpen(at)) {
      this.signs = '';
      this.firstAt = at;
    }
    this.signs += sign;
    this.lastAt = at;
  }

  /** What a scanner sent, now that Enter or Tab ends it; null: a hand typed, or too little came. */
  scanned(at: number): string | null {
    if (!this.isOpen(at) || this.signs.length < SHORTEST_CODE) return null;
    return (at - this.firstAt) / this.signs.length <= SCAN_MS ? this.signs : null;
  }

  forget(): void {
    this.signs = '';
    this.lastAt = Number.NEGATIVE_INFINITY;
  }
}
