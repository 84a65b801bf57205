import { Injectable, signal } from '@angular/core';

const KEPT = 'petrichor.night';

/** Day or night bench. What was chosen is kept; before a choice, the system's wish counts. */
@Injectable({ providedIn: 'root' })
export class Night {
  readonly on = signal(
    localStorage.getItem(KEPT) === null
      ? matchMedia('(prefers-color-scheme: dark)').matches
      : localStorage.getItem(KEPT) === 'yes',
  );

  constructor() {
    this.show();
  }

  toggle(): void {
    this.on.update((on) => !on);
    localStorage.setItem(KEPT, this.on() ? 'yes' : 'no');
    this.show();
  }

  private show(): void {
    document.documentElement.classList.toggle('night', this.on());
  }
}
