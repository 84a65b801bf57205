import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** What the foot's one target does before it goes on: `Take all three`. */
export interface Act {
  readonly say: string;
  /** Smaller, beneath. */
  readonly detail: string;
  readonly run: () => void;
}

/** A section that has something for the foot's one target to do first; one press is one deed. */
@Injectable({ providedIn: 'root' })
export class GateAct {
  private readonly offered = signal<(() => Act | null) | null>(null);

  /** What it does instead of going on; null: it goes on. */
  now(): Act | null {
    return this.offered()?.() ?? null;
  }

  /** While the section is there. Call it in a constructor. */
  offer(act: () => Act | null): void {
    this.offered.set(act);
    inject(DestroyRef).onDestroy(() => this.offered.update((now) => (now === act ? null : now)));
  }
}
