import { expect, test, type Page } from '@playwright/test';
import { signIn } from './support/hands';
import { SCREENS } from './support/screens';
import { settled } from './support/settled';
import { Workshop } from './support/workshop';

let workshop: Workshop;
test.beforeAll(async () => {
  workshop = await Workshop.open('demo', 250);
});
test.afterAll(() => workshop.close());

test('a screen that is asked to be dark by the system is so from the first', async ({ browser }) => {
  const context = await browser.newContext({ colorScheme: 'dark' });
  const page = await context.newPage();
  await page.goto(workshop.url);
  await expect(page.locator('html')).toHaveClass('night');
  await context.close();
});

/** Back to the Bench as a thumb goes there: by its link, where nothing lies over it. */
async function home(page: Page): Promise<void> {
  const bench = page.getByRole('link', { name: 'Bench', exact: true }).first();
  if ((await page.locator('.p-drawer, .p-dialog').count()) === 0 && (await bench.isVisible()))
    await bench.tap();
  else await page.goto(workshop.url);
}

test('a tablet held upright and a thumb suffice: nothing runs off the side, targets are large enough', async ({
  browser,
}) => {
  const page = await browser.newPage({
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
    isMobile: true,
  });
  await page.goto(workshop.url);
  await page.getByLabel('Sign-in name').fill('tobiah');
  await page.getByLabel('Password').fill('rope-and-tar');
  await page.getByRole('button', { name: 'Sign in' }).tap();
  for (const { name, go } of SCREENS.filter((one) => !one.leadOnly)) {
    await expect(page.getByRole('link', { name: 'Take in a machine' })).toBeVisible();
    await go(page);
    await settled(page);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    expect([name, wide]).toEqual([name, 0]);
    const small = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('button, a.tgt, a.go, .p-togglebutton')]
        .filter((one) => one.offsetParent !== null && one.getBoundingClientRect().height < 31)
        .map((one) => one.textContent),
    );
    expect([name, small]).toEqual([name, []]);
    await home(page);
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
  for (let press = 0; press < 10 && (await title(one)) === before; press++)
    await one.keyboard.press('Shift+Space');
  await expect.poll(() => title(other)).toBe(await title(one));
});
