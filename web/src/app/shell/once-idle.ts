import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { defer, lastValueFrom, type Observable } from 'rxjs';

/**
 * The first screen has this long to be drawn, ms; then the next breath in which nothing else is done is
 * taken.
 */
const FIRST_MS = 1500;
const AT_LAST_MS = 5000;

/** Once the first screen stands and the browser has nothing else to do. */
export const idle = (): Promise<void> =>
  new Promise((done) =>
    setTimeout(() => {
      if ('requestIdleCallback' in globalThis) requestIdleCallback(() => done(), { timeout: AT_LAST_MS });
      else done();
    }, FIRST_MS),
  );

/**
 * Fetches the other screens, one after the other. What cannot be had now is had when somebody goes there.
 * The last value, not the first: a screen's children come first, and its own code after them.
 */
@Injectable({ providedIn: 'root' })
export class OnceIdle implements PreloadingStrategy {
  private last: Promise<unknown> = idle();

  preload(_: Route, fetch: () => Observable<unknown>): Observable<unknown> {
    return defer(
      () =>
        (this.last = this.last.then(() => lastValueFrom(fetch(), { defaultValue: null })).catch(() => null)),
    );
  }
}
