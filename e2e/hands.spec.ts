import { expect, test } from '@playwright/test';
import { blur, boxes, deeds } from './support/deeds';
import { Hands, signIn } from './support/hands';
import { openJob, takeUp } from './support/screens';
import { Workshop } from './support/workshop';

let workshop: Workshop;
test.beforeAll(async () => {
  workshop = await Workshop.open('demo', 250);
});
test.afterAll(() => workshop.close());

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

test('what is typed in a drawer stays in it, Tab with it, and Esc closes no more than it', async ({
  page,
}) => {
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
      // Typed at once, wherever the drawer put the hands; what was typed in another drawer of notes is kept
      // there.
      await page.keyboard.press('ControlOrMeta+A');
      await page.keyboard.type(words, { delay: 20 });
      const held = boxes(page).locator('input:not([type=file]), textarea').first();
      if (typeof label === 'string')
        await expect(boxes(page).getByLabel(label, { exact: true })).toHaveValue(words);
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
