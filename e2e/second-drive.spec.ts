import { expect, test } from '@playwright/test';
import { Hands, listenForComplaints, signIn } from './support/hands';
import { blur, goOn, payAndHandOver, readPaper, stepsShown, swapToProve, tray, walk } from './support/parts';
import { openJob } from './support/screens';
import { Workshop } from './support/workshop';

/**
 * A drive is put beside the old one, in a place that nobody has used: nothing comes out of it, and no old
 * drive is spoken of.
 */
test('a second drive in an empty slot, from what is full to the customer, by keyboard', async ({ page }) => {
  test.setTimeout(300_000);
  const workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  try {
    await signIn(page, workshop.url);

    await test.step('its drive is sound, and full', async () => {
      await openJob(page, '404');
      await expect(page.getByRole('heading', { name: 'Is it the drive?' })).toBeVisible();
      for (const typed of ['few GB', 'room']) {
        await hands.press('/');
        await page.keyboard.type(typed);
        await expect(page.getByRole('option').first()).toBeVisible();
        await hands.press('Enter');
        await blur(page);
      }
      await hands.radio(/^Healthy, but too small/);
      await hands.type(/^Why/, '6 GB free; sound by its report.');
      await hands.pressButton(/^Conclude$/);
      await goOn(page, 'match');
    });

    await test.step('the empty bay is looked at as a place, not as a drive', async () => {
      await hands.pressButton(/2\.5-inch bay/);
      await expect(page.locator('p-found-panel')).toContainText('the guide says: empty');
      await hands.pressButton(/^empty$/);
      await expect(page.locator('p-found-panel')).toContainText('told to Ines');
      // What was proposed for the old drive's place is left out by its number.
      await hands.pressButton(/^Add a drive$/);
      await blur(page);
      await hands.press('1');
      await expect(page.locator('p-change-strips')).toContainText('Left out.');
      await hands.type('In use now', '190');
      await hands.reach(page.locator('p-match-need summary'));
      await hands.press('Enter');
      await hands.choose(page.getByRole('group', { name: 'The old drive' }), 'stays');
      await hands.choose(page.getByRole('group', { name: 'It will hold' }), 'data');
      await hands.type('Find a drive in the list', 'heddle r2 1 tb');
      await hands.pressButton(/Heddle R2/);
      await hands.pressButton(/Take this drive/);
      await expect(page.getByText('Taken.')).toBeVisible();
      await goOn(page, 'agree');
    });

    await test.step('the offer holds it beside the old drive', async () => {
      await hands.press('o');
      await expect(page.getByRole('radio', { name: /Heddle R2 1 TB/ }).first()).toBeVisible();
      await hands.type('Who says yes', 'Village school');
      await hands.pressButton(/^They agree to/);
      await goOn(page, 'safeguard');
    });

    await test.step('adding is what is advised', async () => {
      await expect(page.getByRole('heading', { name: 'Add it beside the old drive.' })).toBeVisible();
      await hands.press('d');
      await hands.press('.');
      await hands.choose(
        page.getByRole('group', { name: 'Backup on something else' }),
        'read back and right',
      );
      await hands.type('Where the backup is', 'the school’s server');
      await hands.choose(page.getByRole('group', { name: 'Encryption and recovery key' }), 'not encrypted');
      await goOn(page, 'way in');
    });

    await test.step('the way takes nothing out of the empty bay', async () => {
      await expect(page.getByRole('heading', { name: 'Shut it down fully' })).toBeVisible();
      const walked = await stepsShown(page);
      await walk(page, 'You are at the slot.');
      expect(walked.join('; ')).not.toMatch(/old drive|drive out|Slide the drive|drive’s cable out/i);
      await expect(tray(page)).not.toContainText('Old drive');
    });

    await test.step('in, tried, out, and set up as a second drive', async () => {
      const atSwap = () => expect(page.getByLabel('Serial of the old drive')).toHaveCount(0);
      const atSetUp = async () => {
        const list = page.getByRole('main');
        for (const point of [
          'partition table',
          'A volume over all of it',
          'It has a letter',
          'The machine still starts from the old drive',
        ])
          await expect(list).toContainText(point);
      };
      await swapToProve(page, { serial: 'HR2-5561', size: '1000.2', reads: '120', atSwap, atSetUp });
    });

    await test.step('the old drive stays in use, and the page speaks of none that left', async () => {
      // Nothing came out: where it stays may be said, and does not have to be.
      await hands.radio('Stays in the machine, in use');
      await hands.pressButton('Settle it');
      await expect(page.getByText(/Stays in the machine, in use\./)).toBeVisible();
      await payAndHandOver(page);
      await readPaper(page, (text) => {
        expect(text).toContain('Heddle R2 1 TB fitted in the 2.5-inch bay');
        expect(text).toContain('Stays in the machine, in use');
        expect(text).not.toContain('Kept here');
        expect(text).not.toContain('copied to the new drive');
      });
    });
    expect(complaints).toEqual([]);
  } finally {
    await workshop.close();
  }
});
