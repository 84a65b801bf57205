import { expect, test } from '@playwright/test';
import { Hands, listenForComplaints, signIn } from './support/hands';
import { Workshop } from './support/workshop';

let workshop: Workshop;
test.beforeAll(async () => {
  workshop = await Workshop.open('demo', null);
});
test.afterAll(() => workshop.close());

test('the shelf by keyboard: scan, lend, count, and a table out and in', async ({ page }) => {
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  await signIn(page, workshop.url);
  await page.getByRole('link', { name: 'Shelf' }).click();
  await expect(page.getByRole('button', { name: 'Aluminium sheet' })).toBeVisible();

  await test.step('a scanner types the id and Enter', async () => {
    await hands.press('f');
    await page.keyboard.type('jumper-2');
    await hands.press('Enter');
    await expect(page.getByRole('heading', { name: 'Jumper 2 mm' })).toBeVisible();
  });

  await hands.type('Show', 'jumper');
  await test.step('lent to somebody, and no more than there are', async () => {
    await hands.choose(page.getByRole('group', { name: 'What happened' }), 'lend');
    await hands.type('How many', '40');
    await hands.type('Who has it', 'the boatyard');
    await hands.pressButton('Put it down');
    await expect(page.getByRole('alert').filter({ hasText: 'Only 30 are free to be lent.' })).toBeVisible();
    await hands.type('How many', '4');
    await hands.pressButton('Put it down');
    await expect(page.getByText('4 lent: the boatyard')).toBeVisible();
    await expect(page.getByRole('row', { name: /Jumper 2 mm/ })).toContainText('26');
  });

  await test.step('the table goes out as CSV and comes in again, bad rows listed', async () => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as CSV' }).click(),
    ]);
    const lines = (
      await new Response(
        await download.createReadStream().then((stream) => stream as unknown as ReadableStream),
      ).text()
    ).split('\r\n');
    expect(lines.length).toBeGreaterThan(120);
    const at = lines.findIndex((line) => line.includes('jumper-254'));
    const broken = lines
      .map((line, index) => (index === at ? line.replace('Jumper 2.54 mm', '') : line))
      .join('\r\n');
    await page
      .locator('input[type=file]')
      .setInputFiles({ name: 'shelf.csv', mimeType: 'text/csv', buffer: Buffer.from(broken) });
    await expect(page.getByText('1 rows are left out:')).toBeVisible();
    await expect(page.getByText(`line ${at + 1}`)).toBeVisible();
    await page.getByRole('button', { name: /^Put \d+ on the shelf/ }).click();
    await expect(page.getByText(/put on the shelf, 1 left out/)).toBeVisible();
    // What was lent stays lent: a list tells what is free.
    await expect(page.getByRole('row', { name: /Jumper 2 mm/ })).toContainText('4 lent');
  });
  expect(complaints).toEqual([]);
});

test('identify by keys alone: a card that looks like another is told apart', async ({ page }) => {
  const hands = new Hands(page);
  await signIn(page, workshop.url);
  await page.getByRole('link', { name: 'Identify' }).click();
  await expect(page.getByRole('heading', { name: 'What is it like?' })).toBeVisible();
  await hands.press('1', '5');
  await expect(page.getByRole('heading', { name: /snaps/ })).toBeVisible();
  await hands.press('2');
  await page.reload();
  await expect(page.getByText('What you saw')).toBeVisible();
  const question = page.locator('.ask h2');
  const asked = async (): Promise<string | null> =>
    (await question.count()) === 0 ? null : question.first().textContent();
  await expect.poll(asked).not.toBeNull();
  for (let answers = 0; answers < 4; answers++) {
    const figure = page.getByLabel('Your figure');
    const ask = await asked();
    if (ask === null) break;
    const figures = { long: '50.8', wide: '29.85' };
    const typed = Object.entries(figures).find(([word]) => ask.includes(word))?.[1];
    if (typed && (await figure.isVisible())) {
      await hands.type('Your figure', typed);
      await hands.press('Enter');
    } else if (ask.includes('held')) await hands.press('2');
    else await hands.press('n');
    // The next question stands before it is answered; where the last answer was not taken, it is the same
    // one.
    await expect
      .poll(asked, { timeout: 3000 })
      .not.toBe(ask)
      .catch(() => undefined);
  }
  await expect(page.locator('.found li').first()).toContainText('mSATA card');
});
