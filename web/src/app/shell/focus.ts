import { afterNextRender, inject, Injectable, Injector, type ElementRef } from '@angular/core';

type Within = ElementRef<HTMLElement> | HTMLElement;
const FIELDS = 'input, textarea, select, [role="combobox"]';

/**
 * Where the hands go next, and what has to be in sight. Asked for as something changes; done once that is
 * drawn.
 */
@Injectable({ providedIn: 'root' })
export class Focus {
  private readonly injector = inject(Injector);

  /** To the first thing within that one of the selectors names, the first selector first. */
  to(within: Within, ...selectors: readonly string[]): void {
    this.drawn(() => firstIn(within, selectors)?.focus());
  }

  /** The same for what stands there already: the next key, or a scanner's first sign, goes there. */
  now(within: Within, ...selectors: readonly string[]): void {
    firstIn(within, selectors)?.focus();
  }

  /** What a long list is looked at for stays in sight. */
  show(within: Within, ...selectors: readonly string[]): void {
    this.drawn(() => firstIn(within, selectors)?.scrollIntoView?.({ block: 'nearest' }));
  }

  /**
   * A part opens at its top, with the focus on its heading, once `arrived`; hands that have gone on meanwhile
   * stay where they are.
   */
  toTheTop(arrived: Promise<unknown> = Promise.resolve()): void {
    const from = document.activeElement;
    const goneOn = (): boolean => {
      const at = document.activeElement;
      return at !== null && at !== from && at !== document.body;
    };
    const top = (): void => {
      if (goneOn()) return;
      const main = document.querySelector('main');
      main?.scrollTo?.({ top: 0 });
      const heading = main?.querySelector<HTMLElement>('h1');
      if (!heading || document.activeElement?.matches(FIELDS)) return;
      heading.tabIndex = -1;
      heading.focus({ preventScroll: true });
    };
    arrived.then(
      () => this.drawn(top),
      () => undefined,
    );
  }

  /** Once what was just changed stands on the screen. */
  drawn(act: () => void): void {
    afterNextRender({ read: act }, { injector: this.injector });
  }
}

const firstIn = (within: Within, selectors: readonly string[]): HTMLElement | null => {
  const element = 'nativeElement' in within ? within.nativeElement : within;
  for (const selector of selectors) {
    const found = element.querySelector<HTMLElement>(selector);
    if (found) return found;
  }
  return null;
};
