import { computed, DestroyRef, inject, Injectable, signal, type Signal } from '@angular/core';

/** The time of day, as signals. */
@Injectable({ providedIn: 'root' })
export class Clock {
  private readonly time = signal(Date.now());
  /** Ticks each second. */
  readonly now: Signal<number> = this.time.asReadonly();

  /** The minute that it is, ms: what shows minutes changes with them, not with the second. */
  readonly minute: Signal<number> = computed(() => this.time() - (this.time() % 60_000));

  constructor() {
    const timer = setInterval(() => this.time.set(Date.now()), 1000);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }
}
