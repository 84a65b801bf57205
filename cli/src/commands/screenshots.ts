import { randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { migrate } from '@petrichor/server';
import type { Page } from '@playwright/test';
import { inBrowser } from '../figures/browser.js';
import { MeasuredWorkshop } from '../figures/workshop.js';
import { ROOT, STATE } from '../paths.js';
import { ensureBuilt } from '../setup/build.js';
import { ensurePackage } from '../setup/debian.js';
import { loadDemo } from '../setup/demo.js';
import { startCluster } from '../setup/postgres.js';

const LANDSCAPE = { width: 1280, height: 800 };

/** The main views, each by the way to it from the Bench. */
const VIEWS: Readonly<Record<string, (page: Page) => Promise<unknown>>> = {
  bench: () => Promise.resolve(),
  'way-in': async (page) => {
    await press(page, '1');
    await page.locator('p-profile').waitFor();
  },
  'way-in-night': async (page) => {
    await press(page, 'l', '1');
    await page.locator('p-profile').waitFor();
  },
  wish: async (page) => {
    await openJob(page, 'Map office');
    await page.getByRole('heading', { name: /More memory/ }).waitFor();
  },
  match: async (page) => {
    await openJob(page, 'Map office');
    await page.getByRole('heading', { name: /More memory/ }).waitFor();
    await press(page, '2', 'Enter', 'g');
    await page.getByRole('heading', { name: /^All three fit/ }).waitFor();
  },
  move: async (page) => {
    await openJob(page, '409');
    await page.getByRole('heading', { name: 'Clone it, then let it grow.' }).waitFor();
  },
  'move-dock': async (page) => {
    await openJob(page, '409');
    await page.getByRole('button', { name: 'Dock', exact: true }).click();
    const list = page.getByRole('combobox', { name: 'Drive for simulated bay A' });
    const words = (await list.locator('option', { hasText: 'SR6-08C41-412' }).textContent()) ?? '';
    await list.selectOption({ label: words.trim() });
    await page.getByRole('button', { name: 'Put it in bay A' }).click();
    await page.getByRole('button', { name: /^Start the clone/ }).click();
    // Its source drops out midway: what the job then says.
    await page.getByRole('heading', { name: /^Stopped at/ }).waitFor();
    await page.locator('main').evaluate((main) => main.scrollTo(0, 0));
  },
  shelf: async (page) => {
    await page.getByRole('link', { name: 'Shelf' }).click();
    await page.getByRole('button', { name: 'Aluminium sheet' }).waitFor();
    await page.getByLabel('Scan or type').fill('pellow-p3-1tb');
    await page.keyboard.press('Enter');
  },
  model: async (page) => {
    await page.getByRole('link', { name: 'Models' }).click();
    await page.getByRole('link', { name: 'Tarnwell Fen 14' }).click();
    await page.getByRole('heading', { name: 'Screws not to be swapped' }).waitFor();
  },
  guide: async (page) => {
    await page.getByRole('link', { name: 'Models' }).click();
    await page.getByRole('link', { name: 'Winslade Gannet 15' }).click();
    await page.getByRole('link', { name: /Write at its guide/ }).click();
    await page.getByRole('button', { name: /^Undo 9 screws/ }).click();
    await page.getByRole('button', { name: /^9 on the map/ }).click();
  },
  identify: async (page) => {
    await page.getByRole('link', { name: 'Identify' }).click();
    await page.getByRole('heading', { name: 'What is it like?' }).waitFor();
    await press(page, '1', '5');
  },
  diagnose: async (page) => {
    await openJob(page, '406');
    await page.getByRole('heading', { name: /^Drive cable/ }).waitFor();
  },
  'diagnose-stop': async (page) => {
    await openJob(page, '407');
    await page.locator('.withdrawn').waitFor();
  },
  agree: async (page) => {
    await openJob(page, '428');
    await page.getByRole('radiogroup', { name: 'Options' }).getByRole('radio').nth(3).waitFor();
  },
  record: async (page) => {
    await openJob(page, '428');
    await page.keyboard.press('r');
    await page.getByText(/^Took in Tarnwell Fen 14/).waitFor();
  },
  ledger: async (page) => {
    await page.keyboard.press('b');
    await page.getByRole('list', { name: 'Jobs found' }).getByRole('link').first().waitFor();
  },
  figures: async (page) => {
    await page.goto(new URL('/ledger/figures', page.url()).href);
    await page.getByText('jobs handed over').waitFor();
    await page.waitForTimeout(1500);
  },
  'take-in': (page) => page.keyboard.press('i'),
  'hand-over': async (page) => {
    await openJob(page, '405');
    await page.getByRole('link', { name: /Page for the customer/ }).click();
  },
};

/** A sign acts a breath after it was pressed, and a second one within it takes it back. */
async function press(page: Page, ...keys: string[]): Promise<void> {
  for (const key of keys) {
    await page.keyboard.press(key);
    await page.waitForTimeout(400);
  }
}

const openJob = (page: Page, number: string) =>
  page
    .getByRole('link', { name: new RegExp(number) })
    .first()
    .click();

/** `screenshots`: takes the pictures of docs/screenshots anew, from the demo. */
export async function screenshots(): Promise<void> {
  await ensurePackage('chromium');
  await ensureBuilt();
  const cluster = await startCluster(join(STATE, 'test-postgres'));
  const name = `shots_${randomUUID().replaceAll('-', '')}`;
  const databaseUrl = await cluster.database(name);
  const workshop = new MeasuredWorkshop(databaseUrl);
  const folder = join(ROOT, 'docs/screenshots');
  mkdirSync(folder, { recursive: true });
  try {
    await migrate(databaseUrl);
    await loadDemo(databaseUrl);
    await workshop.start();
    await inBrowser(workshop.url, await workshop.signIn(), async (page) => {
      for (const [view, go] of Object.entries(VIEWS)) {
        await page.setViewportSize(LANDSCAPE);
        await page.goto(workshop.url);
        await page.evaluate(() => localStorage.clear());
        await page.reload();
        await page.getByRole('button', { name: /Take it up/ }).waitFor();
        await go(page);
        await page.waitForTimeout(600);
        await page.screenshot({ path: join(folder, `${view}.png`) });
      }
    });
  } finally {
    await workshop.end();
    await cluster.drop(name);
    await cluster.stop();
  }
}
