import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../setup/chromium.js';

/** Runs `work` on a page of somebody who is signed in by `cookie`. */
export async function inBrowser<T>(
  url: string,
  cookie: string,
  work: (page: Page) => Promise<T>,
): Promise<T> {
  const browser = await chromium.launch(CHROMIUM);
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const [name, value] = cookie.split('=') as [string, string];
    await context.addCookies([{ name, value, url }]);
    return await work(await context.newPage());
  } finally {
    await browser.close();
  }
}
