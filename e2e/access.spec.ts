import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { listenForComplaints, signIn } from './support/hands';
import { Workshop } from './support/workshop';

/** Screens by the way to them from the Bench, which is where each begins. */
const SCREENS: { name: string; go: (page: Page) => Promise<unknown> }[] = [
  { name: 'Bench', go: (page) => expect(page.getByRole('region', { name: 'Next for your hands' })).toBeVisible() },
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
      await page.getByRole('button', { name: 'That is what lies here' }).click();
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
  { name: 'Way in', go: (page) => page.getByRole('button', { name: /Take it up/ }).click() },
  { name: 'Way out', go: (page) => openJob(page, '402') },
  { name: 'Match', go: (page) => openMatch(page, null) },
  { name: 'Match, slots', go: (page) => openMatch(page, 'Slots') },
  { name: 'Match, companions', go: (page) => openMatch(page, 'Companions') },
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
  { name: 'What diagnosis knows', go: (page) => page.getByRole('link', { name: 'What diagnosis knows' }).click() },
  { name: 'Diagnose', go: (page) => openJob(page, '404') },
  { name: 'Diagnose, with findings', go: (page) => openDiagnosis(page, '406', 'Drive cable or its plug. Settled.') },
  { name: 'Diagnose, stopped', go: (page) => openDiagnosis(page, '407', 'Stop. It clicks and the data matters.') },
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
  await page.waitForTimeout(400);
}

async function takeUp(page: Page): Promise<void> {
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

async function openMatch(page: Page, view: string | null): Promise<void> {
  await openJob(page, '403');
  await expect(page.getByRole('heading', { name: /^Fits with/ })).toBeVisible();
  if (view) await page.getByRole('button', { name: view, exact: true }).click();
}

const openJob = (page: Page, number: string) => page.getByRole('link', { name: new RegExp(number) }).click();

async function lookBack(page: Page, part: string): Promise<void> {
  await openJob(page, '405');
  await page.getByRole('navigation', { name: 'Parts of the job' }).getByRole('link', { name: part, exact: true }).click();
  await expect(page.getByText('You are looking back at')).toBeVisible();
}

async function serious(page: Page, of: 'everything' | 'colours'): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  const asked =
    of === 'colours'
      ? axe.withRules(['color-contrast', 'link-in-text-block'])
      : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice']);
  const { violations } = await asked.analyze();
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`);
}

let workshop: Workshop;
test.beforeAll(async () => {
  workshop = await Workshop.open('demo', 250);
});
test.afterAll(() => workshop.close());

test('axe finds nothing serious on any screen, by day and by night', async ({ browser }) => {
  test.setTimeout(600_000);
  const context = await browser.newContext({ colorScheme: 'light', viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const complaints = listenForComplaints(page);
  const found: Record<string, string[]> = {};
  const bothWays = async (name: string) => {
    found[`${name}, day`] = await serious(page, 'everything');
    // The same screen with the night bench's colours, and nothing else of it is different.
    await page.evaluate(() => document.documentElement.classList.add('night'));
    await page.waitForTimeout(100);
    found[`${name}, night`] = await serious(page, 'colours');
    await page.evaluate(() => document.documentElement.classList.remove('night'));
  };
  await page.goto(workshop.url);
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await bothWays('Sign in');
  await signIn(page, workshop.url);
  for (const { name, go } of SCREENS) {
    await page.goto(workshop.url);
    await go(page);
    await page.waitForTimeout(250);
    await bothWays(name);
  }
  expect(found).toEqual(Object.fromEntries(Object.keys(found).map((name) => [name, []])));
  expect(complaints).toEqual([]);
  await context.close();
});

test('a screen that is asked to be dark by the system is so from the first', async ({ browser }) => {
  const context = await browser.newContext({ colorScheme: 'dark' });
  const page = await context.newPage();
  await page.goto(workshop.url);
  await expect(page.locator('html')).toHaveClass('night');
  await context.close();
});

test('a tablet held upright and a thumb suffice: nothing runs off the side, targets are large enough', async ({ browser }) => {
  const page = await browser.newPage({ viewport: { width: 820, height: 1180 }, hasTouch: true, isMobile: true });
  await page.goto(workshop.url);
  await page.getByLabel('Sign-in name').fill('tobiah');
  await page.getByLabel('Password').fill('rope-and-tar');
  await page.getByRole('button', { name: 'Sign in' }).tap();
  for (const { name, go } of SCREENS) {
    await expect(page.getByRole('link', { name: 'Take in a machine' })).toBeVisible();
    await go(page);
    await page.waitForTimeout(250);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    expect([name, wide]).toEqual([name, 0]);
    const small = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('button, a.tgt, a.go, .p-togglebutton')]
        .filter((one) => one.offsetParent !== null && one.getBoundingClientRect().height < 31)
        .map((one) => one.textContent),
    );
    expect([name, small]).toEqual([name, []]);
    await page.goto(workshop.url);
  }
  // The way in by thumb: one screw, all of a kind, undo, a note.
  await page.getByRole('button', { name: /Take it up/ }).tap();
  await expect(page.getByRole('heading', { name: 'Undo 5 screws on the drive plate' })).toBeVisible();
  await page.getByRole('button', { name: /Done: screw 1 is out/ }).tap();
  await page.getByRole('button', { name: 'All of this kind' }).tap();
  await expect(page.getByText('3 of 3')).toBeVisible();
  await page.getByRole('button', { name: /Undo/ }).tap();
  await expect(page.getByText('1 of 3')).toBeVisible();
  await page.getByRole('button', { name: /^Note/ }).tap();
  await page.getByLabel('What the next person should know').fill('Screw 5 sticks.');
  await page.getByRole('button', { name: 'Keep it' }).tap();
  await expect(page.locator('.p-drawer')).toHaveCount(0);
  await page.close();
});

test('two screens follow one job', async ({ browser }) => {
  const [one, other] = [await browser.newPage(), await (await browser.newContext()).newPage()];
  await signIn(one, workshop.url);
  await signIn(other, workshop.url, 'tobiah', 'rope-and-tar');
  for (const page of [one, other]) {
    await page.getByRole('link', { name: /402/ }).click();
    await expect(page.getByRole('button', { name: /^Done/ })).toBeVisible();
  }
  const title = (page: Page) => page.locator('.step h1').innerText();
  const before = await title(other);
  for (let press = 0; press < 10 && (await title(one)) === before; press++) await one.keyboard.press('Shift+Space');
  await expect.poll(() => title(other)).toBe(await title(one));
});
