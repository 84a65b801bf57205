import { expect, test } from '@playwright/test';
import { Hands, listenForComplaints, missing, signIn } from './support/hands';
import {
  blur,
  goOn,
  payAndHandOver,
  readPaper,
  safeguarded,
  swapToProve,
  walk,
  copied,
} from './support/parts';
import { openJob } from './support/screens';
import { Workshop } from './support/workshop';

/**
 * A lead takes a drive against the verdict: it is offered, agreed to, fitted and billed like any other, and
 * never given away unseen.
 */
test('an override is offered, billed, and on the customer’s page, by keyboard', async ({ page }) => {
  test.setTimeout(300_000);
  const workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  try {
    await signIn(page, workshop.url);

    await test.step('it does not fit by a measurement, and a lead has a reason', async () => {
      await openJob(page, '403');
      await expect(page.getByRole('heading', { name: /^Fits with/ })).toBeVisible();
      await hands.type('Find a drive in the list', 'skerry t4');
      await hands.pressButton(/Skerry T4/);
      await blur(page);
      await hands.press('m');
      await hands.type('What you read', '2.40');
      await hands.press('Enter');
      await expect(page.getByRole('heading', { name: 'Does not fit.' })).toBeVisible();
      await blur(page);
      await hands.press('o');
      await hands.type('Why all the same', 'Sink goes out; measured 0.8 mm of air on the last one.');
      await hands.pressButton('Take it all the same', page.getByRole('dialog'));
      await expect(page.getByText('Taken.')).toBeVisible();
      await goOn(page, 'agree');
    });

    await test.step('the offer holds what is taken, and says what it is', async () => {
      await hands.press('Enter');
      await missing(page, 'Work out an offer');
      await hands.press('o');
      const taken = page.getByRole('radio', { name: /Skerry T4/ });
      await expect(taken).toBeVisible();
      await expect(taken).not.toContainText('Fits as it is');
      await hands.reach(taken);
      await hands.press('Space');
      await hands.type('Who says yes', 'Skipper');
      await hands.pressButton(/^They agree to/);
      await goOn(page, 'safeguard');
    });

    await test.step('the whole job, as with any drive', async () => {
      await safeguarded(page, 'bench store, shelf 2');
      await walk(page, 'You are at the slot.');
      const atTry = () => copied(page);
      await swapToProve(page, { serial: 'ST4-90', size: '1000.2', reads: '3400', atTry });
    });

    await test.step('it cannot leave unpaid, and the page names it with its price', async () => {
      await hands.radio('Back to the customer');
      await hands.pressButton('Settle it');
      await hands.pressButton('Hand over and close');
      await expect(page.getByRole('alert').filter({ hasText: /open|paid/i })).toBeVisible();
      await payAndHandOver(page);
      await readPaper(page, (text) => {
        expect(text).toContain('Skerry T4 1 TB fitted');
        expect(text).toMatch(/Skerry T4 1 TB\s+1\s+\d+\.\d\d/);
        expect(text).not.toContain('Sink goes out');
      });
    });
    expect(complaints).toEqual([]);
  } finally {
    await workshop.close();
  }
});
