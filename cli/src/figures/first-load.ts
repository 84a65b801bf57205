import type { Page } from '@playwright/test';
import { inBrowser } from './browser.js';
import type { Figure } from './figure.js';
import { percentile, round, type MeasuredWorkshop } from './workshop.js';

const RUNS = 7;

/**
 * From asking for the page to a Bench one can use, in a browser that has nothing cached: all that was fetched
 * until then, what moved on the screen, and beside it the same page as far as its program stood with nothing
 * on it.
 */
export async function measureFirstLoad(workshop: MeasuredWorkshop): Promise<Figure> {
  const cookie = await workshop.signIn();
  const loads: Load[] = [];
  for (let run = 0; run < RUNS; run++)
    loads.push(await inBrowser(workshop.url, cookie, (page) => load(page, workshop.url)));
  const median = (of: (load: Load) => number) => percentile(loads.map(of), 0.5);
  return {
    figure: 'first-load',
    usableMs: round(median((one) => one.usableMs)),
    emptyPageMs: round(median((one) => one.emptyMs)),
    ratio: round(median((one) => one.usableMs / one.emptyMs)),
    targetRatio: 1.3,
    kB: Math.round(median((one) => one.bytes) / 1000),
    requests: median((one) => one.requests),
    layoutShift: round(median((one) => one.shift)),
    targetLayoutShift: 0.05,
    runs: RUNS,
  };
}

interface Load {
  readonly usableMs: number;
  readonly emptyMs: number;
  readonly bytes: number;
  readonly requests: number;
  readonly shift: number;
}

async function load(page: Page, url: string): Promise<Load> {
  let [bytes, requests] = [0, 0];
  const wire = await page.context().newCDPSession(page);
  await wire.send('Network.enable');
  wire.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
    requests += 1;
  });
  await page.addInitScript(() => {
    const seen = globalThis as unknown as { shift: number };
    seen.shift = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) seen.shift += (entry as unknown as { value: number }).value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  await page.goto(url, { waitUntil: 'commit' });
  await page.getByRole('button', { name: /Take it up/ }).waitFor();
  const usableMs = await page.evaluate(() => performance.now());
  const fetched = { bytes, requests };
  const rest = await page.evaluate(() => ({
    emptyMs: performance.getEntriesByName('petrichor-up')[0]?.startTime ?? Number.NaN,
    shift: (globalThis as unknown as { shift: number }).shift,
  }));
  return { usableMs, ...fetched, ...rest };
}
