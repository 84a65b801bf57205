import { expect, test } from '@playwright/test';
import { Hands, listenForComplaints, missing, signIn } from './support/hands';
import { allSeen, blur, goOn, payAndHandOver, putIn, readPaper, swapToProve, walk } from './support/parts';
import { Workshop } from './support/workshop';

const ANSWERED = /status of (404|409|503)/;

/**
 * A drive that reads badly: read once in the dock, its bad places told to the customer, and no word of a copy
 * that was not made.
 */
test('a failing drive is rescued in the dock and its job told as it was, by keyboard', async ({ page }) => {
  test.setTimeout(360_000);
  const workshop = await Workshop.open('demo', 250);
  const complaints = listenForComplaints(page, [ANSWERED]);
  const hands = new Hands(page);
  try {
    await signIn(page, workshop.url);
    await hands.press('/');
    await page.keyboard.type('carne');
    await hands.press('Enter');

    await test.step('nothing but a rescue is advised; a clone is refused in words', async () => {
      await expect(
        page.getByRole('heading', { name: 'Save what reads, then clone from the image.' }),
      ).toBeVisible();
      await blur(page);
      await hands.press('1');
      await expect(page.getByText('it is not cloned but rescued', { exact: false }).first()).toBeVisible();
      await hands.press('d');
      await expect(page.getByRole('alert').filter({ hasText: 'not cloned but rescued' })).toBeVisible();
      await expect(page.getByRole('radio', { name: /decided/ })).toHaveCount(0);
      await hands.press('4', 'd');
      await missing(page, 'backup', false);
    });

    await test.step('read in the dock, to the end', async () => {
      await hands.choose(page.getByRole('group', { name: 'What is shown' }), 'Dock');
      await putIn(page, 'A', 'Sallow R6 512');
      await hands.pressButton(/^Start the rescue read/);
      await expect(page.getByRole('heading', { name: 'All of it is across but one place.' })).toBeVisible({
        timeout: 60_000,
      });
    });

    await test.step('what is needed before opening, then the whole way', async () => {
      await blur(page);
      await hands.press('.');
      await hands.choose(page.getByRole('group', { name: 'Backup on something else' }), 'none');
      await hands.choose(page.getByRole('group', { name: 'Encryption and recovery key' }), 'not encrypted');
      await allSeen(page);
      await missing(page, 'There is no backup of what must not be lost.', false);
      await hands.pressButton('Waive, with a reason');
      await hands.type('Why it may stay open', 'The image is all there is.');
      await hands.press('Tab');
      await hands.pressButton('Waive it');
      await goOn(page, 'way in');
      await walk(page, 'You are at the slot.');
      const atSetUp = () =>
        expect(page.getByRole('main')).toContainText('The customer was told what did not read');
      await swapToProve(page, { serial: 'PP3-77A1-01', size: '1000.2', reads: '3300', atSetUp });
      await hands.radio('Back to the customer');
      await hands.pressButton('Settle it');
      await payAndHandOver(page);
    });

    await test.step('the page says what could not be read, and nothing that is not so', async () => {
      await readPaper(page, (text) => {
        expect(text).toMatch(/What could still be read was copied, \d+(\.\d)? GB/);
        expect(text).toMatch(/could not be read/);
        expect(text).not.toContain('All of the old drive was copied');
        expect(text).not.toContain('The image is all there is.');
      });
    });
    expect(complaints).toEqual([]);
  } finally {
    await workshop.close();
  }
});
