import { ApplicationRef, DestroyRef, inject, Injectable } from '@angular/core';

/** When another part was opened for it, its place is drawn within this time, ms after one another. */
const TRIES = [60, 140, 280, 500, 900];

/**
 * Where a missing thing is settled. A place carries its code, or the part of it before the colon, in
 * `data-gate`; several apart by spaces. A section with views of its own brings the right one up first.
 */
@Injectable({ providedIn: 'root' })
export class GatePlaces {
  private readonly app = inject(ApplicationRef);
  private revealers: readonly ((code: string) => void)[] = [];

  /** A section that has to bring a view up before a place in it can be reached. Call it in a constructor. */
  reveal(revealer: (code: string) => void): void {
    this.revealers = [...this.revealers, revealer];
    inject(DestroyRef).onDestroy(() => (this.revealers = this.revealers.filter((one) => one !== revealer)));
  }

  /** To the place on this screen, with the focus in it. */
  reach(code: string): void {
    if (this.tryToReach(code)) return;
    let tries = [...TRIES];
    const again = (): void => {
      const [next, ...rest] = tries;
      tries = rest;
      if (next !== undefined) setTimeout(() => this.tryToReach(code) || again(), next);
    };
    again();
  }

  private tryToReach(code: string): boolean {
    for (const revealer of this.revealers) revealer(code);
    this.app.tick();
    const place = [...document.querySelectorAll<HTMLElement>('[data-gate]')].find((one) =>
      isOf(code, one.dataset['gate'] ?? ''),
    );
    if (!place) return false;
    const target = place.matches('button, a, input')
      ? place
      : place.querySelector<HTMLElement>('input, textarea, select, button, a, [tabindex]');
    const at = target ?? place;
    if (at === place && !place.matches('button, a, input')) place.tabIndex = -1;
    at.scrollIntoView?.({ block: 'center' });
    at.focus({ preventScroll: true });
    return true;
  }
}

const isOf = (code: string, gates: string): boolean =>
  gates.split(' ').some((gate) => code === gate || code.startsWith(`${gate}:`));
