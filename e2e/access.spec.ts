import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { listenForComplaints, signIn } from './support/hands';
import { SCREENS } from './support/screens';
import { Workshop } from './support/workshop';

/** Options side by side are taller than the screen; the line at its foot goes to what is under them. */
const BELOW = new Set(['Agree, with options']);

/** What is done next on a screen is its large button: whole in sight at 1280 by 800, before anything is scrolled. */
async function outOfView(page: Page, name: string): Promise<string[]> {
  // A drawer lies over the screen it came from.
  if (BELOW.has(name) || (await page.locator('.p-drawer').count()) > 0) return [];
  return page.evaluate(() => {
    document.querySelector('main')?.scrollTo(0, 0);
    return [...document.querySelectorAll<HTMLElement>('.go')]
      .filter((one) => one.offsetParent !== null && one.closest('.p-drawer') === null)
      .filter((one) => {
        const box = one.getBoundingClientRect();
        // What a panel of its own scrolls away is not in sight either.
        const top = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
        return box.bottom > innerHeight || box.right > innerWidth || box.x < 0 || !(top && (one.contains(top) || top.contains(one)));
      })
      .map((one) => one.textContent.trim());
  });
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
  const hidden: Record<string, string[]> = {};
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
    hidden[name] = await outOfView(page, name);
    await bothWays(name);
  }
  expect({ ...found, ...hidden }).toEqual(Object.fromEntries([...Object.keys(found), ...Object.keys(hidden)].map((name) => [name, []])));
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
  for (const { name, go } of SCREENS.filter((one) => !one.leadOnly)) {
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
