import type { Figure } from './figure.js';
import { inBrowser } from './browser.js';
import { percentile, round, type MeasuredWorkshop } from './workshop.js';

const RUNS = 5;

/**
 * From starting the server's process to a Bench one can use, in a browser that has nothing cached; beside it,
 * the page alone.
 */
export async function measureStart(workshop: MeasuredWorkshop): Promise<Figure> {
  const cookie = await workshop.signIn();
  const wholes: number[] = [];
  const pages: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    await workshop.stop();
    await inBrowser(workshop.url, cookie, async (page) => {
      const began = performance.now();
      await workshop.start();
      const serving = performance.now();
      await page.goto(workshop.url);
      await page.getByRole('button', { name: /Take it up/ }).waitFor();
      wholes.push(performance.now() - began);
      pages.push(performance.now() - serving);
    });
  }
  return {
    figure: 'cold-start-to-bench',
    medianMs: round(percentile(wholes, 0.5)),
    ofThatPageMs: round(percentile(pages, 0.5)),
    runs: RUNS,
  };
}
