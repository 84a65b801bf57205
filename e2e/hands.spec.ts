import { expect, test, type Page } from '@playwright/test';
import { BREATH_MS, Hands, signIn } from './support/hands';
import { openJob, SCREENS, takeUp } from './support/screens';
import { Workshop } from './support/workshop';

let workshop: Workshop;
test.beforeAll(async () => {
  workshop = await Workshop.open('demo', 250);
});
test.afterAll(() => workshop.close());

const blur = (page: Page) => page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
/** How many events every open job has: any deed would show. */
const deeds = (page: Page) =>
  page.evaluate(async () => {
    const bench = (await (await fetch('/api/bench')).json()) as { jobs: { id: string; seq: number }[] };
    return bench.jobs.map(({ id, seq }) => `${id} ${seq}`).sort();
  });
const boxes = (page: Page) => page.locator('.p-drawer, .p-dialog');
/** Screens that begin in a drawer or a field: what is typed there is theirs. */
const WITH_BOX = ['Way in, a note', 'Way in, the screws counted', 'Way in, turning back', 'Screw finder'];
const plain = SCREENS.filter(({ name }) => !WITH_BOX.includes(name));

test('on no screen does a code that nothing asks for, or a word typed to nobody, do a deed', async ({ page }) => {
  test.setTimeout(480_000);
  await signIn(page, workshop.url);
  const hands = new Hands(page);
  const before = await deeds(page);
  const wrong: string[] = [];
  for (const { name, go } of plain) {
    await page.goto(workshop.url);
    await go(page);
    await page.waitForTimeout(300);
    await blur(page);
    const at = page.url();
    // U, Z, X, N, digits, signs: all of them keys somewhere.
    await hands.scan('ZUXN-9041/2.C');
    await page.waitForTimeout(BREATH_MS + 150);
    const told = await page.locator('p-scan-line').innerText();
    const filled = await page.evaluate(() => [...document.querySelectorAll('input')].some((one) => one.value === 'ZUXN-9041/2.C'));
    if (!told.includes('ZUXN-9041/2.C') && !filled) wrong.push(`${name}: not said`);
    if (page.url() !== at) wrong.push(`${name}: left for ${page.url()}`);
    if ((await boxes(page).count()) > 0) wrong.push(`${name}: the code opened a box`);
    await blur(page);
    // A hand is slower than a scanner, and quicker than a breath.
    for (const word of ['zone', 'x u n']) {
      await page.keyboard.type(word, { delay: 90 });
      await page.waitForTimeout(BREATH_MS + 60);
    }
    if (page.url() !== at) wrong.push(`${name}: left for ${page.url()}`);
    if ((await boxes(page).count()) > 0) wrong.push(`${name}: a word opened a box`);
  }
  expect(wrong).toEqual([]);
  expect(await deeds(page)).toEqual(before);
});

test('a tag opens its job from anywhere, a serial fills the field that asks for one, a code goes to what the screen is about', async ({
  page,
}) => {
  await signIn(page, workshop.url);
  const hands = new Hands(page);
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('button', { name: 'Aluminium sheet' })).toBeVisible();
  await blur(page);
  await hands.scan('jumper-2');
  await expect(page.getByRole('heading', { name: 'Jumper 2 mm' })).toBeVisible();

  await blur(page);
  await hands.scan(`${workshop.url}/j/403`);
  await expect(page.getByRole('heading', { name: /^Fits with/ })).toBeVisible();
  await hands.scan('skerry-t4-1tb');
  await expect(page.locator('p-match-section')).toContainText('Skerry T4');

  await page.goto(`${workshop.url}/take-in`);
  await expect(page.getByRole('heading', { name: 'Take in a machine' })).toBeVisible();
  await blur(page);
  await hands.scan('TF14-2K-77777');
  await expect(page.getByLabel(/^Serial/)).toHaveValue('TF14-2K-77777');
  // Tab through an empty model chooses none.
  await hands.reach(page.getByLabel(/^Model/));
  for (let tabs = 0; tabs < 3; tabs++) await page.keyboard.press('Tab');
  await expect(page.getByLabel(/^Model/)).toHaveValue('');
});

/** Keys of the way that open a drawer, and a field in it. */
const DRAWERS: readonly (readonly [key: string, field: string | RegExp])[] = [
  ['n', 'What the next person should know'],
  ['m', 'What'],
  ['f', /./],
  ['r', 'What is otherwise than the step says'],
  ['a', 'What came out'],
  ['x', 'What happened'],
  ['z', 'Why you turn back'],
];

test('what is typed in a drawer stays in it, Tab with it, and Esc closes no more than it', async ({ page }) => {
  test.setTimeout(300_000);
  await signIn(page, workshop.url);
  const hands = new Hands(page);
  await takeUp(page);
  const before = await deeds(page);
  const at = page.url();
  const inBox = () => page.evaluate(() => document.activeElement?.closest('.p-drawer, .p-dialog') !== null);
  const words = 'undo x 2 Z. next c';
  for (const [key, label] of DRAWERS) {
    await test.step(`key ${key}`, async () => {
      await blur(page);
      await hands.press(key);
      await expect(boxes(page)).toHaveCount(1);
      await expect.poll(inBox).toBe(true);
      // Typed at once, wherever the drawer put the hands; what was typed in another drawer of notes is kept there.
      await page.keyboard.press('ControlOrMeta+A');
      await page.keyboard.type(words, { delay: 20 });
      const held = boxes(page).locator('input:not([type=file]), textarea').first();
      if (typeof label === 'string') await expect(boxes(page).getByLabel(label, { exact: true })).toHaveValue(words);
      else await expect(held).toBeVisible();
      for (let tabs = 0; tabs < 14; tabs++) {
        await page.keyboard.press('Tab');
        expect(await inBox()).toBe(true);
      }
      // A press beside everything in it puts the focus nowhere: keys find it again, and none reaches the way.
      await boxes(page).locator('.p-drawer-title, .p-drawer-header').first().click();
      await page.keyboard.type(' z u', { delay: 20 });
      await page.keyboard.press('Escape');
      await expect(boxes(page)).toHaveCount(0);
      expect(page.url()).toBe(at);
    });
  }
  await test.step('key c: numbers, and nothing else', async () => {
    await hands.press('c');
    await expect.poll(inBox).toBe(true);
    await page.keyboard.type('x z 8');
    await page.keyboard.press('Escape');
    await expect(boxes(page)).toHaveCount(0);
  });
  await test.step('the waiver of a gate', async () => {
    await page.goto(workshop.url);
    await openJob(page, '403');
    await expect(page.getByRole('heading', { name: /^Fits with/ })).toBeVisible();
    await page.getByRole('button', { name: 'Hand back unrepaired' }).click();
    await expect.poll(inBox).toBe(true);
    await page.keyboard.type(words, { delay: 20 });
    await expect(page.getByLabel('Why it goes back unrepaired')).toHaveValue(words);
    await page.keyboard.press('Escape');
    await expect(boxes(page)).toHaveCount(0);
    await expect(page).toHaveURL(/jobs/);
  });
  // The way stands where it stood: not one step was ticked, undone or turned back.
  expect(await deeds(page)).toEqual(before);
});
