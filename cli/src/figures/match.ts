import type { Figure } from './figure.js';
import { inBrowser } from './browser.js';
import { inventedCatalogue } from './catalogue.js';
import { percentile, round, type MeasuredWorkshop } from './workshop.js';

const DRIVES = 5000;
const RUNS = 7;

/**
 * Opening Match with 5,000 drives on the shelf: from the click on the Bench to the verdict on the best of
 * them.
 */
export async function measureMatch(workshop: MeasuredWorkshop): Promise<Figure> {
  const cookie = await workshop.signIn();
  const reply = await workshop.post(
    '/api/shelf/items',
    { drives: inventedCatalogue(DRIVES), parts: [] },
    cookie,
  );
  if (!reply.ok) throw new Error(`The catalogue was refused: ${await reply.text()}`);
  const browserMs = await inBrowser(workshop.url, cookie, async (page) => {
    const opened: number[] = [];
    for (let run = 0; run < RUNS; run++) {
      await page.goto(workshop.url);
      const row = page.getByRole('link', { name: /403/ }).first();
      await row.waitFor();
      // The catalogue and the screens are being fetched in the background; a technician reads the Bench
      // meanwhile.
      await page.waitForTimeout(6000);
      const began = performance.now();
      await row.click();
      await page.getByRole('heading', { name: /^Fits/ }).waitFor();
      opened.push(performance.now() - began);
    }
    return percentile(opened, 0.5);
  });
  return { figure: 'open-match', drives: DRIVES, browserMedianMs: round(browserMs), targetMs: 1000 };
}
