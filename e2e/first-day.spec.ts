import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { listenForComplaints } from './support/hands';
import { Workshop } from './support/workshop';

/**
 * An installation that has nobody yet, to its first job; and what is shown when things are missing or gone.
 */
test('an empty workshop asks for its first account, its first model, and shows what it lacks', async ({
  page,
}) => {
  const workshop = await Workshop.open('empty');
  const complaints = listenForComplaints(page, [/400 \(Bad Request\)|net::ERR|404 \(Not Found\)/]);
  try {
    await page.goto(`${workshop.url}/take-in`);
    await expect(page.getByRole('heading', { name: 'Make the first account' })).toBeVisible();
    await page.getByLabel('Workshop').fill('Harbour Bench');
    await page.getByLabel('Your name').fill('Noor Ashby');
    await page.getByLabel('Sign-in name').fill('noor');
    await page.getByLabel('Password').fill('short');
    await page.getByRole('button', { name: 'Open the workshop' }).click();
    await expect(page.getByText('Choose a password of at least 10 characters.')).toBeVisible();
    await page.getByLabel('Password').fill('long enough now');
    await page.getByRole('button', { name: 'Open the workshop' }).click();
    await expect(page.getByText('No machine model is known here yet.')).toBeVisible();
    await page.goto(workshop.url);
    await expect(page.getByRole('heading', { name: 'Nothing to put your hands on.' })).toBeVisible();

    await page.getByRole('main').getByRole('link', { name: 'Models' }).click();
    const file = page.getByLabel('Bring in a document');
    await file.setInputFiles({
      name: 'half.json',
      mimeType: 'application/json',
      buffer: Buffer.from('{"format":"petrichor-machine-model",'),
    });
    await expect(
      page.getByRole('alert').filter({ hasText: 'half.json: This is not a machine model' }),
    ).toBeVisible();
    await file.setInputFiles({
      name: 'fen.json',
      mimeType: 'application/json',
      buffer: readFileSync('demo/models/tarnwell-fen-14.json'),
    });
    await expect(page.getByText('Brought in: Tarnwell Fen 14.')).toBeVisible();
    await file.setInputFiles({
      name: 'shelf.json',
      mimeType: 'application/json',
      buffer: readFileSync('demo/drives/quayside-shelf.json'),
    });
    await expect(page.getByText('Brought in: 46 drives.')).toBeVisible();
    await page.goto(`${workshop.url}/shelf`);
    await page.getByLabel('Show').fill('pellow p3 1 tb');
    await expect(page.getByRole('row', { name: /Pellow P3 1 TB/ })).toContainText('24');

    await page.goto(`${workshop.url}/people`);
    await page.getByLabel('Name', { exact: true }).fill('Perpetua Lisle');
    await page.getByLabel('Sign-in name').fill('perpetua');
    await page.getByLabel(/First password/).fill('bell and book');
    await page.getByRole('button', { name: 'Add' }).click();
    await expect(page.getByText('Perpetua Lisle can sign in now.')).toBeVisible();

    await page.goto(`${workshop.url}/jobs/11111111-1111-4111-8111-111111111111`);
    await expect(page.getByRole('heading', { name: 'This job cannot be shown.' })).toBeVisible();
    await expect(page.getByText('There is no such job in this workshop.')).toBeVisible();

    await page.goto(workshop.url);
    await expect(page.getByRole('heading', { name: 'Nothing to put your hands on.' })).toBeVisible();
    // What the workshop knows has come before the server goes.
    await page.getByRole('link', { name: 'Models' }).first().click();
    await expect(page.getByText('Tarnwell Fen 14').first()).toBeVisible();
    await page.getByRole('link', { name: 'Bench', exact: true }).first().click();
    await expect(page.getByRole('link', { name: 'Take in a machine' })).toBeVisible();
    await workshop.kill();
    await expect(page.getByText(/Not connected since/)).toBeVisible();
    await page.getByRole('link', { name: 'Take in a machine' }).click();
    await page.getByLabel('Customer', { exact: true }).fill('Wim Oddny');
    await page.getByLabel(/^Model/).pressSequentially('tf14');
    await expect(page.getByRole('option', { name: /Tarnwell Fen 14/ })).toBeVisible();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await page.getByLabel(/^Serial/).fill('TF14-1');
    await page.getByLabel(/^Complaint/).fill('Slow.');
    await page.getByLabel(/^What must not be lost/).fill('nothing');
    await page.getByLabel('Promised for').fill('2031-04-14T16:00');
    await page.keyboard.press('Tab');
    await page.getByRole('button', { name: /Take it in/ }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'The server does not answer.' })).toBeVisible();
    await workshop.start();
    await page.getByRole('button', { name: /Take it in/ }).click();
    await expect(page.getByRole('heading', { name: 'Is it the drive?' })).toBeVisible();
    expect(complaints).toEqual([]);
  } finally {
    await workshop.kill();
  }
});
