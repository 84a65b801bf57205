import type { Page } from '@playwright/test';

/**
 * What moves has come to rest, and what was asked to be drawn is. Animations without end, such as that of a
 * bar, do not count.
 */
export const settled = (page: Page): Promise<unknown> =>
  page.evaluate(async () => {
    const drawn = (): Promise<unknown> =>
      new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    await drawn();
    const ends = document
      .getAnimations()
      .filter((one) => one.effect?.getComputedTiming().endTime !== Number.POSITIVE_INFINITY);
    if (ends.length === 0) return;
    await Promise.all(ends.map((one) => one.finished.catch(() => undefined)));
    await drawn();
  });

/** Time goes by in which nothing is pressed: what must not happen needs it. */
export const pause = (page: Page, ms: number): Promise<unknown> =>
  page.evaluate((after) => new Promise((done) => setTimeout(done, after)), ms);
