import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect, test, type Download, type Page } from '@playwright/test';
import { countScrews, Hands, listenForComplaints, signIn } from './support/hands';
import { payAndHandOver, readPaper, swapToProve, walk } from './support/parts';
import { openJob } from './support/screens';
import { settled } from './support/settled';
import { Workshop } from './support/workshop';

let workshop: Workshop;
test.afterEach(() => workshop.close());

/** A name that is refused, a version somebody else saved: the page says so itself. */
const ANSWERED = /status of (4\d\d|503)/;
const tray = (page: Page) => page.locator('p-tray');
const step = (page: Page) => page.locator('section.step h1');
const saved = async (page: Page, press: () => Promise<void>): Promise<Download> => {
  const download = page.waitForEvent('download');
  await press();
  return download;
};
/** A red picture of one pixel: PNG, as a tablet's screenshot would be. */
const PICTURE = {
  name: 'ribbon.png',
  mimeType: 'image/png',
  buffer: Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==',
    'base64',
  ),
};

/** Ticks whole steps until `heading` is at hand. */
async function walkTo(page: Page, heading: string | RegExp): Promise<void> {
  for (let ticks = 0; ticks < 40; ticks++) {
    if (await page.getByRole('heading', { level: 1, name: heading }).count()) return;
    await page.keyboard.press('Shift+Space');
    await settled(page);
  }
  throw new Error(
    `The way never comes to ${String(heading)}; it stands at '${await step(page).textContent()}'.`,
  );
}

test('an all-in-one with glued glass, from the first step to the last', async ({ page }) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page, [ANSWERED]);
  await signIn(page, workshop.url);

  await test.step('the lead shortens the wait of the glue in the guide, and saves it as reviewed', async () => {
    await page.getByRole('link', { name: 'Models' }).click();
    await page.getByLabel('Find by maker').fill('cp21');
    // The list may come after the letters; Enter opens the first of it.
    await expect(page.getByRole('link', { name: /Corvane Pane 21/ }).first()).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Corvane Pane 21' })).toBeVisible();
    await page.getByRole('link', { name: /Write at its guide/ }).click();
    await page.getByRole('button', { name: /Cut the glue/ }).click();
    await page.getByLabel('Wait then (glue sets)').fill('2');
    await page.reload();
    // Typed and not saved: still there.
    await page.getByRole('button', { name: /Cut the glue/ }).click();
    await expect(page.getByLabel('Wait then (glue sets)')).toHaveValue('2');
    await page.getByLabel('What changed').fill('quicker glue');
    await page.getByRole('button', { name: /^Save as reviewed/ }).click();
    await expect(page.getByText('Saved as version 2, reviewed.')).toBeVisible();
  });

  await test.step('nothing was walked yet, so the job takes the newer guide when its way is planned again', async () => {
    await page.goto(workshop.url);
    await openJob(page, 424);
    await expect(step(page)).toHaveText('Shut it down fully');
    await page.getByRole('link', { name: 'Safeguard' }).click();
    await page.getByRole('button', { name: 'Take the job back to Safeguard' }).click();
    await page.getByRole('button', { name: /^Go on to way in/ }).click();
    await expect(step(page)).toHaveText('Shut it down fully');
  });

  await test.step('in: the glue, the glass, its lead, the strips, the drive; each with what the hand has to know', async () => {
    await walkTo(page, /^Cut the glue/);
    await expect(page.getByText('no deeper than 8 mm', { exact: false }).first()).toBeVisible();
    await expect(page.getByText('gloves and eye protection on')).toBeVisible();
    await walkTo(page, /^Lift the glass/);
    await page.keyboard.press('Space');
    await expect(page.getByText('Slide the shield back', { exact: false })).toBeVisible();
    await walkTo(page, 'You are at the slot.');
    await expect(tray(page)).toContainText('old strips, for the bin');
    await expect(tray(page)).toContainText('glass panel');
    await page.keyboard.press('Enter');
  });

  await test.step('swap and try', async () => {
    await page.getByLabel('Serial of the old drive').fill('HR2-1');
    await page.getByLabel('Serial of the new drive').fill('CD7-1');
    await page.getByLabel('Serial of the new drive').blur();
    // Its screen is its cover: that goes back for the start, on its leads and with its liners on.
    await walkTo(page, 'Lay the new strips on the frame, by number');
    await page.keyboard.press('Space');
    await expect(step(page)).toHaveText('Plug the screen leads in, liners still on');
    await expect(page.getByText('the screen lights up, before the liners come off')).toBeVisible();
    await walkTo(page, 'The new drive is in.');
    await page.getByRole('button', { name: /^Go on to try/ }).click();
    await page.getByLabel('Size that is shown').fill('2000.4');
    await page.getByRole('button', { name: 'Listed at this size' }).click();
    await expect(page.getByText('Right size').first()).toBeVisible();
    await page.getByRole('button', { name: /^Go on to way out/ }).click();
  });

  await test.step('out: the liners come off once it was tried, the glue is given its time', async () => {
    await expect(step(page)).toHaveText(/^Unplug the mains lead/);
    await page.keyboard.press('Space');
    await expect(step(page)).toHaveText('Liners off by number, press the glass on');
    await page.keyboard.press('Space');
    await page.keyboard.press('Space');
    await expect(page.getByRole('alert').filter({ hasText: 'Wait the whole 2 s.' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Done: long enough' })).toBeVisible();
    await page.keyboard.press('Space');
    await walkTo(page, 'It is closed.');
    // What was taken out is in again; the old drive and the setting are not the way's.
    await expect(tray(page)).toContainText('2 out');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('link', { name: 'Way out' })).toBeVisible();
  });
  expect(complaints).toEqual([]);
});

test('a laptop with mixed screw lengths, where one goes missing', async ({ page }) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page, [ANSWERED]);
  await signIn(page, workshop.url);
  await openJob(page, 402);

  await test.step('the screws that do not belong in these holes are named where they are driven', async () => {
    await walkTo(page, /^Drive 10 screws/);
    await expect(page.getByText(/M2 × 8 pan in 8 holes .* into the palm rest/)).toBeVisible();
  });

  await test.step('a long one is in a short hole: the count says so, and holds the way', async () => {
    await page.keyboard.press('Shift+Space');
    await page.keyboard.press('c');
    await countScrews(page, 'as the steps say');
    await page.getByRole('button', { name: 'One more M2 × 5 pan' }).click();
    await page.getByRole('button', { name: 'One less M2 × 8 pan' }).click();
    await page.getByRole('button', { name: 'That is what lies here' }).click();
    await expect(
      page.getByRole('status').filter({ hasText: /M2 × 8 pan most likely sits where a M2 × 5 pan belongs/ }),
    ).toBeVisible();
    await expect(
      page.getByText(/3 mm too long there: take it out before you press or switch on anything/),
    ).toBeVisible();
    await page.keyboard.press('Escape');
  });

  await test.step('put right and counted again it adds up; then one is lost for good', async () => {
    await page.keyboard.press('c');
    await countScrews(page, 'as the steps say');
    await expect(page.getByText('It adds up: nothing left over, nothing missing.')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.locator('.p-drawer')).toHaveCount(0);
    await page.keyboard.press('Space');
    await page.keyboard.press('x');
    await page.getByLabel('What happened').fill('It rolled under the bench and is gone.');
    await page.locator('.p-drawer').getByRole('button', { name: 'Go on without' }).click();
    await expect(page.getByText(/Missing: 1 M2 × 8 pan for the hole at \d+ \/ \d+ mm/)).toBeVisible();
  });

  await test.step('it stays on the tray to the end', async () => {
    await walkTo(page, 'It is closed.');
    await expect(tray(page)).toContainText('1/2');
    await expect(tray(page)).toContainText('M2 × 8 pan');
  });

  await test.step('the mat: its pages are A4, and each carries a ruler and its place', async () => {
    const file = await (
      await saved(page, () => page.getByRole('button', { name: /^Screw mat/ }).click())
    ).path();
    // Read by poppler's tools, which did not make it.
    const info = execFileSync('pdfinfo', [file], { encoding: 'utf8' });
    expect(info).toMatch(/Pages:\s+3/);
    expect(info).toMatch(/A4/);
    const text = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
    expect(text.match(/100 mm/g)!.length).toBeGreaterThanOrEqual(3);
    expect(text).toContain('1:1, row 1 of 1, sheet 2 of 2');
    expect(text).toMatch(/B\s+2 × M2 × 8 pan/);
  });
  expect(complaints).toEqual([]);
});

test('a guide is written while a machine is opened for the first time, walked, corrected, and taken along', async ({
  page,
}) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page, [ANSWERED]);
  await signIn(page, workshop.url);

  await test.step('a new model, its first operations, what is wrong with them said as they are written', async () => {
    await page.getByRole('link', { name: 'Models' }).click();
    await page.getByRole('button', { name: 'Begin its guide' }).click();
    await expect(page.getByText('Say who made it.')).toBeVisible();
    await page.getByLabel('Maker', { exact: true }).fill('Ostrey');
    await page.getByLabel('Name', { exact: true }).fill('Plover 12');
    await page.getByLabel('What the label underneath says').last().fill('OP12-B');
    await page.getByLabel('Its width').fill('280');
    await page.getByLabel('Its depth').fill('190');
    await page.getByRole('button', { name: 'Begin its guide' }).click();
    await expect(page.getByRole('heading', { level: 1, name: /Ostrey Plover 12/ })).toBeVisible();
    await page.getByRole('button', { name: /Unplug the mains/ }).click();
    await page.getByLabel('Next thing the hands do').fill('Undo 2 screws of the cover');
    await page.keyboard.press('Enter');
    await page.getByLabel('Machine lies').selectOption('base up');
    await page.getByLabel('Tool (empty: by hand)').fill('PH0');
    await page.getByRole('button', { name: 'Screws', exact: true }).click();
    await page.getByLabel('Hidden under').fill('rear foot');
    await expect(page.getByText('no operation takes that away')).toBeVisible();
    await page.getByRole('button', { name: '0 on the map: set them' }).click();
    const map = page.locator('p-place-holes svg');
    await map.scrollIntoViewIfNeeded();
    const box = (await map.boundingBox())!;
    await page.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.4);
    await page.mouse.click(box.x + box.width * 0.7, box.y + box.height * 0.4);
    await expect(page.getByRole('button', { name: '2 on the map: done' })).toBeVisible();
    await map.getByRole('button', { name: /^Screw 2/ }).press('Delete');
    await expect(page.getByRole('button', { name: '1 on the map: done' })).toBeVisible();
    await page.getByRole('button', { name: 'set one in the middle' }).click();
    await page.getByLabel('Hidden under').fill('');
    await expect(page.getByText('Nothing: it can be walked in and out.')).toBeVisible();
    await expect(page.getByText(/1 turn, 1 change of tool\. No order is cheaper/)).toBeVisible();
  });

  await test.step('a cycle is named and stops it being reviewed; a photo lies under the map; saved, it survives', async () => {
    await page.getByRole('button', { name: /^Shut it down fully/ }).click();
    await page.getByRole('checkbox', { name: 'undo 2 screws' }).first().check();
    await expect(page.getByText(/these wait for one another/).first()).toBeVisible();
    await page.getByLabel('What changed').fill('first opening');
    await page.getByRole('button', { name: /^Save as reviewed/ }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'cannot be walked yet' })).toBeVisible();
    await page.getByRole('checkbox', { name: 'undo 2 screws' }).first().uncheck();
    await page.locator('input[type=file]').last().setInputFiles(PICTURE);
    await expect(page.getByRole('button', { name: 'Leave out photo 1' })).toBeVisible();
    await page.getByRole('button', { name: /^Save as reviewed/ }).click();
    await expect(page.getByText('Saved as version 1, reviewed.')).toBeVisible();
    await page.getByRole('link', { name: /^Model/ }).click();
    await expect(page.getByText('4 steps in', { exact: false })).toBeVisible();
    const markdown = readFileSync(
      await (await saved(page, () => page.getByRole('button', { name: 'Markdown' }).click())).path(),
      'utf8',
    );
    expect(markdown).toContain('1. **Shut it down fully**');
    const linked = readFileSync(
      await (await saved(page, () => page.getByRole('button', { name: 'HowTo JSON-LD' }).click())).path(),
      'utf8',
    );
    expect(JSON.parse(linked)['@graph'][0]['@type']).toBe('HowTo');
    const pdf = await (
      await saved(page, () => page.getByRole('button', { name: 'PDF', exact: true }).click())
    ).path();
    expect(execFileSync('pdftotext', [pdf, '-'], { encoding: 'utf8' })).toContain(
      'Undo 2 screws of the cover',
    );
  });

  await test.step('a job is opened only to look: measured, photographed, contradicted, closed again', async () => {
    await page.goto(workshop.url);
    await openJob(page, 403);
    await page.keyboard.press('v');
    await page.getByLabel('What you want to see in there').fill('how long the old drive is');
    await page.getByRole('button', { name: 'Open it', exact: true }).click();
    await expect(page.getByText('A visit to look: how long the old drive is')).toBeVisible();
    await walkTo(page, /^Undo 10 screws/);
    await page.keyboard.press('r');
    await page
      .getByLabel('What is otherwise than the step says')
      .fill('One of the ten is missing here, and its hole is worn.');
    await page.locator('p-note-drawer input[type=file]').first().setInputFiles(PICTURE);
    await expect(page.getByRole('button', { name: 'Leave out photo 1' })).toBeVisible();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('One of the ten is missing here', { exact: false })).toBeVisible();
    await expect(page.locator('p-step-facts img')).toBeVisible();
    // The drain is 15 s by a button that is held.
    await walkTo(page, 'Hold the power button');
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: 'Done: held long enough' })).toBeVisible({
      timeout: 20_000,
    });
    await walkTo(page, 'You are at the slot.');
    await page.keyboard.press('m');
    await page.getByLabel('What', { exact: true }).fill('old drive');
    await page.getByLabel('Length', { exact: true }).fill('60.1');
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.locator('.p-drawer')).toHaveCount(0);
    await page.keyboard.press('Enter');
    await expect(step(page)).toHaveText(/^Slide the drive in/);
    await walkTo(page, 'It is closed.');
    await expect(tray(page)).toContainText('0 out');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /^Fits with/ })).toBeVisible();
  });

  await test.step('the correction stands with the model, with its photo, and a lead settles it', async () => {
    await page.goto(`${workshop.url}/models/tarnwell-fen-14`);
    await expect(page.getByText('One of the ten is missing here', { exact: false })).toBeVisible();
    await expect(page.locator('aside img')).toBeVisible();
    await page.getByLabel('What came of it').fill('This one machine only.');
    await page.getByRole('button', { name: 'Declined' }).click();
    await expect(page.getByText('Declined: This one machine only. (Ines Carrow)')).toBeVisible();
  });
  expect(complaints).toEqual([]);
});

test('turned back on the way in: what came out goes back, and the machine goes to a specialist unrepaired', async ({
  page,
}) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  await signIn(page, workshop.url);
  await expect(page.getByRole('button', { name: /^Take it up/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('navigation', { name: 'Parts of the job' })).toBeVisible();
  await test.step('not in the middle of a step, and not without a reason', async () => {
    await expect(page.getByRole('button', { name: /^Turn back/ })).toBeVisible();
    await page.keyboard.press('z');
    const drawer = page.locator('.p-drawer');
    await drawer.getByRole('button', { name: 'Close it again' }).click();
    await expect(drawer.getByRole('alert')).not.toBeEmpty();
    await drawer.getByLabel('Why you turn back').fill('It clicks since the lid came off.');
    await page.keyboard.press('Escape');
    await expect(drawer).toHaveCount(0);
    await walkTo(page, /^(?!Undo 5 screws)/);
    await page.keyboard.press('z');
    // Typed before, and kept.
    await expect(drawer.getByLabel('Why you turn back')).toHaveValue('It clicks since the lid came off.');
    await drawer.getByRole('button', { name: 'Close it again' }).click();
  });
  await test.step('back up, step by step, until the tray is empty', async () => {
    await expect(page.getByText('Turned back: It clicks since the lid came off.')).toBeVisible();
    for (
      let ticks = 0;
      ticks < 40 && (await page.getByRole('heading', { name: 'It is closed.' }).count()) === 0;
      ticks++
    ) {
      await page.keyboard.press('Shift+Space');
      await settled(page);
    }
    await expect(page.getByRole('heading', { name: 'It is closed.' })).toBeVisible();
    await page.getByRole('button', { name: /^Go on to safeguard/ }).click();
  });
  await test.step('back unrepaired, referred to somebody', async () => {
    // Firmware settings come off the tray here.
    await page.getByRole('button', { name: 'Before opening' }).click();
    const off = page.getByRole('button', { name: 'Off. Turn on' });
    await off.first().click();
    await expect(off).toHaveCount(0);
    await page.getByRole('button', { name: 'Hand back unrepaired' }).click();
    await page.getByLabel('Why it goes back unrepaired').fill('It clicks: no more power.');
    await page.getByLabel('Referred to a specialist, if so: to whom').fill('Deepwater Recovery');
    await page.getByRole('button', { name: 'End the job' }).click();
    await expect(page.getByText('Referred to Deepwater Recovery.').first()).toBeVisible();
  });
  expect(complaints).toEqual([]);
});

test('a place found empty with the machine open, by keyboard: the rest is planned anew, and can be taken back', async ({
  page,
}) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page, [ANSWERED]);
  await signIn(page, workshop.url);
  await openJob(page, 424);
  await walkTo(page, /^Peel the old strips/);

  await test.step('what is not here goes from the way, and comes back with Undo', async () => {
    await page.keyboard.press('x');
    await page.getByRole('radio', { name: /^Not here/ }).check();
    await page.locator('.p-drawer').getByRole('button', { name: 'It is not here' }).press('Enter');
    await expect(step(page)).toHaveText(/^Undo 2 screws/);
    await expect(page.getByText('The way from here is planned anew; what is done stands.')).toBeVisible();
    await page.keyboard.press('Control+z');
    await expect(step(page)).toHaveText(/^Peel the old strips/);
  });

  await test.step('the bay turns out to be empty: no drive is taken out, one goes in', async () => {
    await expect(page.locator('p-profile')).toContainText('old drive out');
    await page.keyboard.press('h');
    const drawer = page.locator('.p-drawer');
    await drawer.getByRole('button', { name: /bay/i }).first().press('Enter');
    await drawer
      .getByRole('button', { name: /^empty/i })
      .first()
      .press('Enter');
    await page.keyboard.press('Escape');
    await expect(page.locator('p-profile')).not.toContainText('old drive out');
    await expect(step(page)).toHaveText(/^Peel the old strips/);
    await expect(page.getByText(/^Found otherwise/)).toBeVisible();
  });
  expect(complaints).toEqual([]);
});

test('no drive where one was to be replaced, seen with the machine open: to the customer’s page, by keyboard', async ({
  page,
}) => {
  test.setTimeout(300_000);
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page, [ANSWERED]);
  const hands = new Hands(page);
  await signIn(page, workshop.url);
  await openJob(page, 425);

  await test.step('the drive is not here: one is added, and every step done stands', async () => {
    await walk(page, 'Lift the frame with its drive out');
    await expect(page.locator('p-tray')).toContainText('20 out');
    await hands.press('x');
    await hands.radio(/^Not here/);
    await hands.pressButton('It is not here');
    await expect(page.getByText(/^Found otherwise: 2\.5-inch bay/)).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('You are at the slot.');
    await expect(page.locator('p-tray')).toContainText('20 out');
    await expect(page.locator('p-profile')).not.toContainText('old drive');
  });

  await test.step('in, tried, out and proved: no screen asks for a drive that never was', async () => {
    const atSwap = async () => {
      await expect(page.getByLabel('Serial of the old drive')).toHaveCount(0);
      await expect(page.locator('p-profile')).not.toContainText('moved over');
    };
    const atSetUp = () => hands.pressButton('Back on');
    await swapToProve(page, { serial: 'CD7-7001', size: '1000.2', reads: '520', atSwap, atSetUp });
    await expect(page.getByText('Where the old drive goes')).toHaveCount(0);
  });

  await test.step('nor does the page', async () => {
    await payAndHandOver(page);
    await readPaper(page, (text) => {
      expect(text).toMatch(/fitted in the/);
      // That it was copied before is somebody's word, and stands; nothing came out, and nothing is kept.
      expect(text).not.toMatch(/^Old drive/m);
      expect(text).not.toMatch(/kept here|moved over|taken out/i);
    });
  });
  expect(complaints).toEqual([]);
});
