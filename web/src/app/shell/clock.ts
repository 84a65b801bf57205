import { DestroyRef, inject, Injectable, signal, type Signal } from '@angular/core';

/** The time of day, as a signal. It ticks each second; what shows minutes changes only with them. */
@Injectable({ providedIn: 'root' })
export class Clock {
  private readonly time = signal(Date.now());
  readonly now: Signal<number> = this.time.asReadonly();

  constructor() {
    const timer = setInterval(() => this.time.set(Date.now()), 1000);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
  }
}
