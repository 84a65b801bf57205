import type { Locator, Page } from '@playwright/test';

export const blur = (page: Page): Promise<unknown> =>
  page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());

/** How many events every open job has: any deed would show. */
export const deeds = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const bench = (await (await fetch('/api/bench')).json()) as { jobs: { id: string; seq: number }[] };
    return bench.jobs.map(({ id, seq }) => `${id} ${seq}`).sort();
  });

/** Drawers and dialogs that are open. */
export const boxes = (page: Page): Locator => page.locator('.p-drawer, .p-dialog');
