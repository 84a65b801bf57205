import { expect, type Page } from '@playwright/test';
import { countScrews } from './hands';
import { settled } from './settled';

/** Screens by the way to them from the Bench, which is where each begins. */
export const SCREENS: { name: string; go: (page: Page) => Promise<unknown>; leadOnly?: true }[] = [
  {
    name: 'Bench',
    go: (page) => expect(page.getByRole('region', { name: 'Next for your hands' })).toBeVisible(),
  },
  { name: 'Take in', go: (page) => page.getByRole('link', { name: 'Take in a machine' }).click() },
  { name: 'Models', go: (page) => page.getByRole('link', { name: 'Models' }).click() },
  {
    name: 'Model',
    go: async (page) => {
      await openModel(page);
      await expect(page.getByRole('heading', { name: 'Screws not to be swapped' })).toBeVisible();
    },
  },
  {
    name: 'Guide',
    go: async (page) => {
      await openModel(page);
      await page.getByRole('link', { name: /Write at its guide/ }).click();
      await page.getByRole('button', { name: /^Undo 10 screws/ }).click();
      await page.getByRole('button', { name: /^8 on the map/ }).click();
    },
  },
  {
    name: 'Way in, a note',
    go: async (page) => {
      await takeUp(page);
      await page.keyboard.press('m');
      await expect(page.getByLabel('Length', { exact: true })).toBeVisible();
    },
  },
  {
    name: 'Way in, the screws counted',
    go: async (page) => {
      await takeUp(page);
      await page.keyboard.press('c');
      await countScrews(page, 'as the steps say');
      await expect(page.getByText('It adds up', { exact: false })).toBeVisible();
    },
  },
  {
    name: 'Way in, turning back',
    go: async (page) => {
      await takeUp(page);
      await page.keyboard.press('z');
      await expect(page.getByLabel('Why you turn back')).toBeVisible();
    },
  },
  // Far away the tray is not shown, and the choice is kept: from here on ways look so.
  {
    name: 'Way in, read from afar',
    go: async (page) => {
      await openJob(page, '424');
      await expect(page.locator('p-tray')).toBeVisible();
      await page.keyboard.press('b');
    },
  },
  { name: 'People', go: (page) => page.getByRole('link', { name: 'People' }).click() },
  {
    name: 'Health',
    leadOnly: true,
    go: async (page) => {
      await page.getByRole('link', { name: 'Health', exact: true }).click();
      await expect(page.getByText('Answers in', { exact: false })).toBeVisible();
    },
  },
  { name: 'Way in', go: (page) => page.getByRole('button', { name: /Take it up/ }).click() },
  { name: 'Way out', go: (page) => openJob(page, '402') },
  { name: 'Match', go: (page) => openMatch(page, null) },
  { name: 'Match, slots', go: (page) => openMatch(page, 'Slots') },
  { name: 'Match, adapted part', go: (page) => openMatch(page, 'Adapted') },
  {
    name: 'Shelf, an item opened',
    go: async (page) => {
      await page.getByRole('link', { name: 'Shelf' }).click();
      await page.getByRole('button', { name: 'Aluminium sheet' }).click();
      await expect(page.getByText('Nothing yet: it lies there')).toBeVisible();
    },
  },
  {
    name: 'Screw finder',
    go: async (page) => {
      await page.getByRole('link', { name: 'Shelf' }).click();
      await page.getByRole('button', { name: /Screw finder/ }).click();
      await expect(page.getByText('three turns of thread')).toBeVisible();
    },
  },
  {
    name: 'Identify',
    go: async (page) => {
      await page.getByRole('link', { name: 'Identify' }).click();
      await page.keyboard.press('1');
      await expect(page.getByText(/things are left/)).toBeVisible();
    },
  },
  {
    name: 'What diagnosis knows',
    go: (page) => page.getByRole('link', { name: 'What diagnosis knows' }).click(),
  },
  { name: 'Diagnose', go: (page) => openJob(page, '404') },
  {
    name: 'Diagnose, with findings',
    go: (page) => openDiagnosis(page, '406', 'Drive cable or its plug. Settled.'),
  },
  {
    name: 'Diagnose, stopped',
    go: (page) => openDiagnosis(page, '407', 'Stop. It clicks and the data matters.'),
  },
  {
    name: 'Diagnose, pictures and a test at hand',
    go: async (page) => {
      await openDiagnosis(page, '408', /worn/);
      await page.keyboard.press('g');
      await page.keyboard.press('Space');
    },
  },
  {
    name: 'After the swap',
    go: async (page) => {
      await openJob(page, '402');
      await page.waitForURL(/jobs/);
      await page.goto(`${page.url()}?see=after-swap`);
      await expect(page.getByRole('heading', { name: 'What is new since the swap?' })).toBeVisible();
    },
  },
  { name: 'Move, the plan', go: (page) => openMove(page, 'Plan') },
  { name: 'Move, the old drive', go: (page) => openMove(page, 'Old drive') },
  { name: 'Move, in the dock', go: (page) => openMove(page, 'Dock') },
  { name: 'Move, before opening', go: (page) => openMove(page, 'Before opening') },
  {
    name: 'Old drive’s record',
    go: async (page) => {
      await openJob(page, '405');
      await page.getByRole('link', { name: /Its record/ }).click();
      await expect(page.getByRole('article')).toBeVisible();
    },
  },
  { name: 'Hand over', go: (page) => openJob(page, '405') },
  {
    name: 'Agree, with options',
    go: async (page) => {
      await openJob(page, '428');
      await expect(page.getByRole('radiogroup', { name: 'Options' }).getByRole('radio')).toHaveCount(4);
    },
  },
  {
    name: 'Record of a job',
    go: async (page) => {
      await openJob(page, '429');
      await page.getByRole('link', { name: 'Record', exact: true }).click();
      await expect(page.getByText(/^Took in Tarnwell Fen 14/)).toBeVisible();
    },
  },
  {
    name: 'Ledger',
    go: async (page) => {
      await page.getByRole('link', { name: 'Ledger', exact: true }).click();
      await expect(page.getByRole('list', { name: 'Jobs found' }).getByRole('link').first()).toBeVisible();
    },
  },
  {
    name: 'Figures',
    go: async (page) => {
      await page.goto(new URL('/ledger/figures', page.url()).href);
      await expect(page.getByText('jobs handed over')).toBeVisible();
    },
  },
  {
    name: 'History of a machine',
    go: async (page) => {
      await page.goto(new URL('/ledger/history/TF14-2K-29970', page.url()).href);
      await expect(page.getByRole('listitem').first()).toBeVisible();
    },
  },
  {
    name: 'Page for the workshop',
    go: async (page) => {
      await openJob(page, '405');
      await page.getByRole('link', { name: 'For the workshop' }).click();
      await expect(page.getByRole('article')).toBeVisible();
    },
  },
  { name: 'Safeguard, looked back at', go: (page) => lookBack(page, 'Safeguard') },
  { name: 'Try, looked back at', go: (page) => lookBack(page, 'Try') },
  { name: 'Set up, looked back at', go: (page) => lookBack(page, 'Set up') },
  { name: 'Prove, looked back at', go: (page) => lookBack(page, 'Prove') },
  {
    name: 'Hand-over page',
    go: async (page) => {
      await openJob(page, '405');
      await page.getByRole('link', { name: /Page for the customer/ }).click();
      await expect(page.getByRole('article')).toBeVisible();
    },
  },
];

async function openDiagnosis(page: Page, number: string, heading: string | RegExp): Promise<void> {
  await openJob(page, number);
  await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
  // Charts come in when they are scrolled to.
  await page.locator('main').evaluate((main) => main.scrollTo(0, main.scrollHeight));
  await settled(page);
}

export async function takeUp(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Take it up/ }).click();
  await expect(page.locator('p-tray')).toBeVisible();
}

async function openModel(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Models' }).click();
  await page.getByRole('link', { name: 'Tarnwell Fen 14' }).click();
}

async function openMove(page: Page, view: string): Promise<void> {
  await openJob(page, '409');
  await expect(page.getByRole('heading', { name: 'Clone it, then let it grow.' })).toBeVisible();
  await page.getByRole('button', { name: view, exact: true }).click();
}

export async function openMatch(page: Page, view: string | null): Promise<void> {
  await openJob(page, '403');
  await expect(page.getByRole('heading', { name: /^Fits with/ })).toBeVisible();
  if (view) await page.getByRole('button', { name: view, exact: true }).click();
}

/** From the Bench into a job; it is there, with its keys, when this is done. */
export async function openJob(page: Page, number: string | number): Promise<void> {
  await page.getByRole('link', { name: new RegExp(String(number)) }).click();
  await expect(page.getByRole('navigation', { name: 'Parts of the job' })).toBeVisible();
  await expect(page.getByRole('main').getByRole('heading', { level: 1 }).first()).toBeVisible();
}

async function lookBack(page: Page, part: string): Promise<void> {
  await openJob(page, '405');
  await page
    .getByRole('navigation', { name: 'Parts of the job' })
    .getByRole('link', { name: part, exact: true })
    .click();
  await expect(page.getByText('You are looking back at')).toBeVisible();
}
