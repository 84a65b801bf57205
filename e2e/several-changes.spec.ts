import { expect, test, type Page } from '@playwright/test';
import { Hands, listenForComplaints, missing, signIn } from './support/hands';
import {
  allSeen,
  blur,
  copied,
  goOn,
  payAndHandOver,
  readPaper,
  safeguarded,
  setUpAll,
  stepsShown,
  TRIED,
  walk,
} from './support/parts';
import { openJob } from './support/screens';
import { Workshop } from './support/workshop';

/** What Try and Prove ask of each change besides the main drive. */
async function secondDrive(page: Page, what: RegExp, size: string): Promise<void> {
  const hands = new Hands(page);
  const one = page.locator('p-change-shown').filter({ hasText: what });
  await hands.reach(one.getByRole('textbox').first());
  await page.keyboard.press('ControlOrMeta+A');
  await page.keyboard.type(size);
  await hands.pressButton(/^Listed at this size/, one);
  await expect(one.getByText('Right size').first()).toBeVisible();
}

async function memoryShows(page: Page, gib: string, speed: string): Promise<void> {
  const hands = new Hands(page);
  const one = page.locator('p-change-shown').filter({ hasText: /^Memory/ });
  const [shown, megatransfers] = await one.getByRole('textbox').all();
  await hands.reach(shown!);
  await page.keyboard.press('ControlOrMeta+A');
  await page.keyboard.type(gib);
  await hands.reach(megatransfers!);
  await page.keyboard.press('ControlOrMeta+A');
  await page.keyboard.type(speed);
  await hands.pressButton('It shows this', one);
}

async function asBefore(page: Page): Promise<void> {
  const hands = new Hands(page);
  for (const group of await page.locator('p-unplugged').getByRole('group').all())
    await hands.choose(group, 'works');
  for (const check of TRIED) await hands.choose(page.getByRole('group', { name: check }), 'works');
  await expect(page.getByRole('heading', { name: 'Proved.' })).toBeVisible();
}

async function agreed(page: Page, who: string): Promise<void> {
  const hands = new Hands(page);
  await hands.press('o');
  await expect(page.getByRole('radio').first()).toBeVisible();
  await hands.type('Who says yes', who);
  await hands.pressButton(/^They agree to/);
  await goOn(page, 'safeguard');
}

let workshop: Workshop;
test.afterEach(() => workshop.close());

test('two drives and memory in one opening, from a wish to the customer’s page, by keyboard', async ({
  page,
}) => {
  test.setTimeout(300_000);
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  await signIn(page, workshop.url);

  await test.step('what it can become: a third wish, with its price, in one opening', async () => {
    await openJob(page, 'Map office');
    const wishes = page.getByRole('group', { name: 'Wishes' });
    await expect(wishes.getByRole('heading', { name: /More memory/ })).toBeVisible();
    await hands.press('2');
    await expect(wishes.getByText(/^All that is wished, in one opening/)).toContainText('.');
    await goOn(page, 'match');
  });

  await test.step('what is in it is told once, and all three are taken with one press', async () => {
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^All three fit/);
    await hands.press('g');
    await expect(page.locator('p-found-panel')).toContainText('As the guide: Pellow P3 512 GB');
    await expect(page.locator('p-opening-line')).toContainText('One opening for all');
    await hands.press('Enter');
    await expect(page.locator('header')).toContainText('two drives, memory');
    await goOn(page, 'agree');
  });

  await test.step('agreed and safeguarded', async () => {
    await agreed(page, 'Map office');
    await safeguarded(page, 'the ferry office');
    await walk(page, 'You are at the slot.');
    await goOn(page, 'change');
  });

  await test.step('each drive has its serial; what does not show keeps the machine open', async () => {
    await hands.type('Serial of the new drive', 'PP5-4417');
    await hands.type(/^Serial of .*, into M\.2 socket 2/, 'PP3-0981');
    await hands.press('Enter');
    await blur(page);
    await walk(page, 'The new drive is in.');
    await goOn(page, 'try');
    await hands.type('Size that is shown', '1000.2');
    await hands.pressButton(/^Listed at this size$/);
    await secondDrive(page, /Add a drive/, '2000.4');
    await memoryShows(page, '32', '2933');
    await expect(page.getByText(/a module is not seen\. Seat it again/).first()).toBeVisible();
    await memoryShows(page, '48', '2933');
    await expect(page.getByText('48 GiB at 2933 MT/s shown: as expected.').first()).toBeVisible();
    await copied(page);
    await goOn(page, 'way out');
    await walk(page, 'It is closed.');
    await goOn(page, 'set up');
    await setUpAll(page);
    await goOn(page, 'prove');
  });

  await test.step('closed, each of them shows once more, and nothing else has changed', async () => {
    await hands.type('Size that is shown', '1000.2');
    await hands.pressButton(/^Listed at this size$/);
    await hands.type('Reads', '6900');
    await hands.pressButton('Keep the measurement');
    await secondDrive(page, /Add a drive/, '2000.4');
    await memoryShows(page, '48', '2933');
    await asBefore(page);
    await goOn(page, 'hand over');
  });

  await test.step('the page says what was done, and no more', async () => {
    await hands.radio('Back to the customer');
    await hands.pressButton('Settle it');
    await payAndHandOver(page);
    await readPaper(page, (text) => {
      expect(text).toMatch(/Wished for\s+more room, faster, more memory/);
      expect(text).toContain('Serial PP5-4417');
      expect(text).toContain('Serial PP3-0981');
      expect(text).toMatch(/48 GiB at 2933 MT\/s shown: as expected\. Seen by Ines/);
      expect(text).not.toContain('What was wrong');
    });
  });
  expect(complaints).toEqual([]);
});

test('memory that is not seen is rolled back alone, and is not paid for, by keyboard', async ({ page }) => {
  test.setTimeout(240_000);
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  await signIn(page, workshop.url);

  await test.step('at the start half of it is missing', async () => {
    await openJob(page, 'Reading room');
    await expect(page.getByText('16 GiB in all at 2933 MT/s')).toBeVisible();
    await expect(page.getByText('What firmware lists')).toHaveCount(0);
    await memoryShows(page, '8', '2933');
    await expect(page.getByText(/8 GiB at 2933 MT\/s shown, 16 GiB expected/).first()).toBeVisible();
  });

  await test.step('it goes back to the shelf; nothing lies in its place', async () => {
    await hands.pressButton('Roll back');
    await hands.type('What did not work', 'not seen in this socket');
    await hands.pressButton('Roll it back');
    await hands.pressButton('Back on the shelf');
    await goOn(page, 'way out');
    await walk(page, 'It is closed.');
    await goOn(page, 'set up');
    await expect(page.getByText('nothing has to be put in place')).toBeVisible();
    await goOn(page, 'prove');
    await asBefore(page);
    await goOn(page, 'hand over');
  });

  await test.step('no old drive is spoken of; the page says that it is out again', async () => {
    await expect(page.getByRole('heading', { name: /Where the old drive goes/ })).toHaveCount(0);
    await payAndHandOver(page);
    await readPaper(page, (text) => {
      expect(text).toContain('Memory DDR4 8 GiB 3200 was tried, did not work here, and is out again.');
      expect(text).toMatch(/Not fitted after all: Memory DDR4 8 GiB 3200\s+1\s+[−-]24\.00/);
      expect(text).not.toContain('not seen in this socket');
      expect(text).not.toMatch(/old drive/i);
    });
  });
  expect(complaints).toEqual([]);
});

test('a machine without a drive is put to work, and no screen asks for an old one, by keyboard', async ({
  page,
}) => {
  test.setTimeout(240_000);
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  await signIn(page, workshop.url);
  await openJob(page, 'Boat jumble');
  await expect(page.getByRole('heading', { name: 'Start it fresh.' })).toBeVisible();
  await expect(page.getByRole('main')).not.toContainText(/old drive/i);
  await hands.press('d');
  await hands.press('.');
  await hands.choose(page.getByRole('group', { name: 'Encryption and recovery key' }), 'not encrypted');
  await allSeen(page);
  await goOn(page, 'way in');
  const walked = await stepsShown(page);
  await walk(page, 'You are at the slot.');
  expect(walked.join('; ')).not.toMatch(/old drive|drive out/i);
  await goOn(page, 'change');
  await expect(page.getByLabel('Serial of the old drive')).toHaveCount(0);
  await hands.type('Serial of the new drive', 'CD7-5510');
  await hands.press('Enter');
  await blur(page);
  await walk(page, 'The new drive is in.');
  const closedFirst = page.getByRole('button', { name: 'Go on to way out' });
  if (await closedFirst.count()) await goOn(page, 'way out');
  else {
    await goOn(page, 'try');
    await hands.type('Size that is shown', '500.1');
    await hands.pressButton(/^Listed at this size$/);
    await goOn(page, 'way out');
  }
  await walk(page, 'It is closed.');
  await goOn(page, 'set up');
  await setUpAll(page);
  await goOn(page, 'prove');
  await hands.type('Size that is shown', '500.1');
  await hands.pressButton(/^Listed at this size$/);
  await hands.type('Reads', '520');
  await hands.pressButton('Keep the measurement');
  await asBefore(page);
  await goOn(page, 'hand over');
  await expect(page.getByRole('heading', { name: /Where the old drive goes/ })).toHaveCount(0);
  await payAndHandOver(page);
  await readPaper(page, (text) => {
    expect(text).toContain('Corrie D7 500 GB fitted in the');
    expect(text).toMatch(/Wished for\s+put to work without a drive/);
    expect(text).not.toMatch(/old drive|copied/i);
  });
  expect(complaints).toEqual([]);
});

test('the customer’s own costs nothing on the offer, by keyboard', async ({ page }) => {
  test.setTimeout(240_000);
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  await signIn(page, workshop.url);

  await test.step('the customer’s own costs nothing, and is told apart on the offer', async () => {
    await page.goto(workshop.url);
    await openJob(page, 'Keziah Nance');
    await hands.press('o');
    const options = page.getByRole('radio');
    await expect(options).toHaveCount(1);
    await expect(options).toContainText(/Corrie D7 1 TB\s*0\.00/);
  });
  expect(complaints).toEqual([]);
});

test('one change at a time: each has its own start, and what does not show is seen in it, by keyboard', async ({
  page,
}) => {
  test.setTimeout(300_000);
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  await signIn(page, workshop.url);

  await test.step('the lead has this workshop try one change at a time', async () => {
    await page.getByRole('link', { name: 'Models' }).click();
    await hands.choose(
      page.getByRole('group', { name: 'Several changes are tried' }),
      'one at a time, always',
    );
    await hands.pressButton('Keep this for the next ways that are planned');
    await expect(page.getByText('Kept. Ways that are planned already stay as they are.')).toBeVisible();
    await page.goto(workshop.url);
  });

  await test.step('three changes are three starts', async () => {
    await openJob(page, 'Map office');
    await expect(page.getByRole('group', { name: 'Wishes' })).toContainText('More memory');
    await hands.press('2');
    await goOn(page, 'match');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^All three fit/);
    await hands.press('g', 'Enter');
    await expect(page.locator('header')).toContainText('two drives, memory');
    await goOn(page, 'agree');
    await agreed(page, 'Map office');
    await safeguarded(page, 'the ferry office');
    await walk(page, 'You are at the slot.');
    await goOn(page, 'change');
  });

  const tries: string[] = [];
  await test.step('each is in only when its own start comes; what does not show holds the machine open', async () => {
    for (let start = 1; start <= 3; start++) {
      if (start === 1) {
        await hands.type('Serial of the new drive', 'PP5-4417');
        await hands.type(/^Serial of .*, into M\.2 socket 2/, 'PP3-0981');
        await hands.press('Enter');
        await blur(page);
      }
      await walk(page, /^(The new drive is in|It is changed)\.$/);
      await goOn(page, 'try');
      const words = page.getByText(`Start ${start} of 3`);
      await expect(words).toBeVisible();
      tries.push((await page.locator('p-try-section').textContent()) ?? '');
      if ((await page.getByText('What firmware lists').count()) > 0) {
        await hands.type('Size that is shown', '1000.2');
        await hands.pressButton(/^Listed at this size$/);
      } else if ((await page.getByText(/GiB in all/).count()) > 0) {
        await memoryShows(page, '32', '2933');
        await expect(page.getByText(/a module is not seen\. Seat it again/).first()).toBeVisible();
        await missingIsPointedAt(page);
        await memoryShows(page, '48', '2933');
      } else await secondDrive(page, /Add a drive/, '2000.4');
      if (start === 3) await copied(page);
      await goOn(page, start < 3 ? 'change' : 'way out');
    }
    // No start asks for what is not in yet.
    expect(tries.filter((one) => one.includes('What firmware lists'))).toHaveLength(1);
    expect(tries.filter((one) => one.includes('GiB in all'))).toHaveLength(1);
    await walk(page, 'It is closed.');
    await goOn(page, 'set up');
  });
  expect(complaints).toEqual([]);
});

/** What does not show holds the machine open: going on is refused, and says why. */
async function missingIsPointedAt(page: Page): Promise<void> {
  await blur(page);
  await page.keyboard.press('Enter');
  await missing(page, 'GiB');
}
