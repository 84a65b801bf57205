/** Smallest cost first; equal costs in the order they were put in. A binary heap. */
export class PriorityQueue<T> {
  private readonly heap: { cost: number; turn: number; value: T }[] = [];
  private turn = 0;

  push(cost: number, value: T): void {
    this.heap.push({ cost, turn: this.turn++, value });
    let at = this.heap.length - 1;
    while (at > 0) {
      const parent = (at - 1) >> 1;
      if (!this.before(at, parent)) break;
      this.swap(at, parent);
      at = parent;
    }
  }

  /** Takes out the cheapest, or undefined when empty. */
  pop(): { cost: number; value: T } | undefined {
    const top = this.heap[0];
    const last = this.heap.pop();
    if (!top || !last || this.heap.length === 0) return top;
    this.heap[0] = last;
    for (let at = 0; ;) {
      const left = 2 * at + 1;
      if (left >= this.heap.length) break;
      const child = left + 1 < this.heap.length && this.before(left + 1, left) ? left + 1 : left;
      if (!this.before(child, at)) break;
      this.swap(child, at);
      at = child;
    }
    return top;
  }

  private before(a: number, b: number): boolean {
    const one = this.heap[a]!;
    const other = this.heap[b]!;
    return one.cost < other.cost || (one.cost === other.cost && one.turn < other.turn);
  }

  private swap(a: number, b: number): void {
    [this.heap[a], this.heap[b]] = [this.heap[b]!, this.heap[a]!];
  }
}
