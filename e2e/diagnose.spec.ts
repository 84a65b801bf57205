import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { Hands, listenForComplaints, missing, signIn } from './support/hands';
import { TRIED, putIn } from './support/parts';
import { Workshop } from './support/workshop';

let workshop: Workshop;
test.afterEach(() => workshop.close());

const AWAY = /503 \(Service Unavailable\)|404 \(Not Found\)|net::ERR/;
const headline = (page: Page, name: string | RegExp) =>
  expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
const dock = (page: Page) => page.locator('p-dock-panel');
const blur = (page: Page) =>
  page.locator('body').evaluate(() => (document.activeElement as HTMLElement | null)?.blur());

/**
 * A cable that needs no drive, by keyboard: from the complaint to the customer, and into what the next job
 * knows.
 */
test('a cable fault is found, cured without a drive, and learnt from', async ({ page }) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const hands = new Hands(page);
  await signIn(page, workshop.url);

  await test.step('findings bend the bands; one is left out to see what it holds up', async () => {
    await page.getByRole('link', { name: /404/ }).click();
    await headline(page, 'Is it the drive?');
    await expect(page.getByText(/Nothing found yet; 23 finished jobs behind it\./)).toBeVisible();
    for (const [typed, kept] of [
      ['link errors', /Link errors counted$/],
      ['plug', /A plug found askew/],
    ] as const) {
      await hands.press('/');
      await page.keyboard.type(typed);
      await expect(page.getByRole('option').first()).toBeVisible();
      await hands.press('Enter');
      // The field takes the hands again once what was chosen is written down.
      await expect(page.getByRole('button', { name: kept })).toBeVisible();
      await expect(page.getByRole('combobox', { name: 'Add what you see' })).toHaveValue('');
      await blur(page);
    }
    await headline(page, 'Drive cable or its plug. Settled.');
    await expect(
      page.getByRole('img', { name: /^Causes after 2 findings: Drive cable or its plug 9\d in 100/ }),
    ).toBeVisible();
    await hands.press('1');
    await expect(
      page.getByRole('button', { name: /Left out|Out Link errors counted/ }).first(),
    ).toHaveAttribute('aria-pressed', 'true');
    await hands.press('1');
  });

  await test.step('a test is done and written down', async () => {
    await hands.press('b', 'Space');
    const asked = page.locator('.doing');
    await expect(asked).toBeVisible();
    // With its last answer the test is done, and its questions go.
    for (const group of await asked.getByRole('group').all()) {
      await hands.reach(group.getByRole('button', { name: 'no', exact: true }));
      await hands.press('Space');
    }
    await expect(asked).toHaveCount(0);
  });

  await test.step('a drive is not needed: the cure is recorded, and the job goes on', async () => {
    await hands.radio(/^Drive cable or its plug/);
    await hands.type(/^Why/, 'Plug askew, latch open.');
    await hands.pressButton(/^Conclude$/);
    await headline(page, 'Drive cable or its plug.');
    await hands.type('What you did', 'Plug seated fully, latch down.');
    await hands.type('How you know that it helped', 'Read 20 GB, no new link errors.');
    await hands.pressButton(/^Record the cure/);
    await expect(page.getByRole('heading', { name: 'Cured without a drive' })).toBeVisible();
    for (const check of TRIED) await hands.choose(page.getByRole('group', { name: check }), 'works');
    await hands.choose(page.getByRole('group', { name: /^Was it/ }), 'yes');
    await blur(page);
    await hands.press('Enter');
    // Looking costs, drive or none.
    await hands.pressButton(/^All that is open/);
    await hands.pressButton('Record the payment');
    await hands.type('Who takes it', 'Wim Oddny');
    await hands.pressButton('Hand over and close');
    await expect(page.getByRole('heading', { name: 'Handed over.' })).toBeVisible();
  });

  await test.step('the next diagnosis knows of it, with the job one click away', async () => {
    await page.goto(`${workshop.url}/diagnosis`);
    await page.getByRole('button', { name: /^Drive cable or its plug/ }).click();
    await expect(page.getByText(/with 5 of 24 finished jobs/)).toBeVisible();
    await page.locator('.numbers').getByRole('link', { name: '404' }).click();
    await expect(page.getByText('Handed over').first()).toBeVisible();
  });
  expect(complaints).toEqual([]);
});

test('the dock: self-report, reading with progress, pulled out, gone and back', async ({ page }) => {
  workshop = await Workshop.open('demo', 100);
  const complaints = listenForComplaints(page, [AWAY]);
  await signIn(page, workshop.url);
  await page.getByRole('link', { name: /408/ }).click();
  const bay = (name: string) => dock(page).locator('li', { has: page.locator('.bay', { hasText: name }) });

  await test.step('the self-report is read and answers what it can', async () => {
    await putIn(page, 'A', 'CD5-1907-12');
    await expect(bay('A')).toContainText('Corrie D5 500');
    await bay('A').getByRole('button', { name: 'Read its self-report' }).click();
    await expect(page.getByText('Read. What it answers stands among the findings.')).toBeVisible();
    await expect(
      page
        .getByRole('group', { name: 'Replaced sectors counted' })
        .getByRole('button', { name: 'seen', exact: true }),
    ).toHaveAttribute('aria-pressed', 'true');
  });

  await test.step('a surface reading goes on, shows bad places, and is broken off by the drive pulled out', async () => {
    await bay('A').getByRole('button', { name: 'Surface reading' }).click();
    await expect(bay('A').getByRole('progressbar')).toBeVisible();
    await expect(bay('A')).toContainText(/[\d.]+ GB of 500\.1 GB at \d+ MB\/s/);
    await expect(bay('A')).toContainText(/bad places? so far/);
    await putIn(page, 'A', null);
    await expect(dock(page).getByText('The drive in bay A was pulled out.')).toBeVisible();
    await expect(
      page
        .getByRole('group', { name: /slow or unreadable places/ })
        .getByRole('button', { name: 'seen', exact: true }),
    ).toHaveAttribute('aria-pressed', 'true');
  });

  await test.step('a dock that goes away takes nothing with it; what it forgot is said', async () => {
    await putIn(page, 'A', 'CD5-4410-77');
    await bay('A').getByRole('button', { name: 'Surface reading' }).click();
    await expect(bay('A').getByRole('progressbar')).toBeVisible();
    await workshop.killDock();
    await expect(dock(page).getByText(/The dock has not answered since/)).toBeVisible();
    await expect(bay('A')).toContainText('Corrie D5 1000');
    // The rest of the job goes on meanwhile, also over a reload.
    await new Hands(page).press('/');
    await page.keyboard.type('fan');
    await expect(page.getByRole('option', { name: /fan is always loud/ })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('group', { name: /fan is always loud/ })).toBeVisible();
    await page.reload();
    await expect(dock(page).getByText(/The dock has not answered since/)).toBeVisible();
    await workshop.startDock(250);
    await expect(dock(page).getByText(/has not answered/)).toHaveCount(0);
    await expect(dock(page).getByText(/does not know this run any more: it was restarted/)).toBeVisible();
  });
  expect(complaints).toEqual([]);
});

test('files: read, refused with the place, and drawn', async ({ page }) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  await signIn(page, workshop.url);
  await page.getByRole('link', { name: /404/ }).click();
  const file = page.getByLabel('File with a self-report or a listing');
  const fault = page.locator('#pasted-outcome .fault');
  const bring = (name: string, buffer: Buffer) =>
    file.setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
  const dump = (name: string) => readFileSync(`demo/dumps/${name}`);

  await bring('cut.json', dump('worn-first.smartctl.json').subarray(0, 900));
  await expect(fault).toContainText('the text is not whole JSON. (line');
  await bring('picture.png', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13]));
  await expect(fault).toContainText('Petrichor does not know this file.');
  await bring('utf16.json', Buffer.from('{"smartctl":{}}', 'utf16le'));
  await expect(fault).toContainText('UTF-16');
  for (const name of ['worn-first.smartctl.json', 'worn-later.smartctl.json']) {
    await bring(name, dump(name));
    await expect(page.getByText(`${name},`)).toBeVisible();
  }
  await expect(fault).toHaveCount(0);
  await expect(page.getByRole('row', { name: /Media errors 2 5/ })).toBeVisible();
  await expect(page.getByText(/89 % used; at/)).toBeVisible();
  const history = page.locator('p-readings p-chart');
  await page.getByText('What moved since the reading before').scrollIntoViewIfNeeded();
  await history.scrollIntoViewIfNeeded();
  await expect(history.locator('svg').first()).toBeVisible();
  await page.getByRole('heading', { name: 'How the weights moved' }).scrollIntoViewIfNeeded();
  await expect(page.locator('p-weigh-board > section p-chart svg').first()).toBeVisible();
  await bring('health-log.bin', dump('worn.health-log.bin'));
  await expect(page.getByText('A drive that does not name itself')).toBeVisible();
  await bring('lsblk.json', dump('listing.lsblk.json'));
  await expect(page.getByRole('group', { name: 'Only a few GB are free' })).toBeVisible();
  expect(complaints).toEqual([]);
});

test('any files, dropped or pasted anywhere on a job, go where they belong', async ({ page }) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  const data = (names: string[]) =>
    page.evaluateHandle(
      (files) => {
        const handed = new DataTransfer();
        for (const { name, text } of files) handed.items.add(new File([text], name));
        return handed;
      },
      names.map((name) => ({ name, text: readFileSync(`demo/dumps/${name}`, 'utf8') })),
    );
  await signIn(page, workshop.url);
  await page.getByRole('link', { name: /404/ }).click();
  const line = page.locator('p-handed-outcome.told-line');
  await expect(page.locator('p-readings')).toBeVisible();

  await test.step('several at once, each said by its name; what belongs further on is kept for it', async () => {
    const dataTransfer = await data(['sallow.sfdisk', 'worn-first.smartctl.json']);
    await page.dispatchEvent('p-job header', 'dragover', { dataTransfer });
    await expect(page.getByText('Drop it')).toBeVisible();
    await page.dispatchEvent('p-job header', 'drop', { dataTransfer });
    await expect(line).toContainText('sallow.sfdisk Read: its partitions. It stands under Safeguard.');
    await expect(line).toContainText(
      'worn-first.smartctl.json Read. What it answers stands among the findings.',
    );
    await expect(page.getByText('Drop it')).toHaveCount(0);
    await page.getByRole('button', { name: 'I have read it' }).click();
    await expect(line.getByRole('paragraph')).toHaveCount(0);
  });

  await test.step('text pasted outside every field is taken, inside one it stays there', async () => {
    await page.getByRole('heading', { level: 1 }).click();
    await page.evaluate(() => {
      const clipboardData = new DataTransfer();
      clipboardData.setData('text/plain', 'nothing of ours');
      document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
    });
    await expect(line).toContainText('Petrichor does not know this file.');
  });

  await test.step('a job that is past it goes to the part, and says what it did', async () => {
    await page.goto(workshop.url);
    await page.getByRole('link', { name: /424/ }).click();
    await expect(page.locator('p-job nav .now')).toHaveText('Way in');
    await expect(line.getByRole('paragraph')).toHaveCount(0);
    const [chosen] = await Promise.all([page.waitForEvent('filechooser'), new Hands(page).press('Shift+O')]);
    await chosen.setFiles('demo/dumps/sallow.map');
    await expect(page).toHaveURL(/see=safeguard/);
    await expect(line).toContainText('Read: what is saved, and where the holes are.');
    await expect(page.getByRole('heading', { name: 'What the rescue map says' })).toBeVisible();
  });
  expect(complaints).toEqual([]);
});

test('a stop holds until the drive is decided on, and is lifted only by its owner', async ({ page }) => {
  workshop = await Workshop.open('demo');
  const hands = new Hands(page);
  await signIn(page, workshop.url);
  await page.getByRole('link', { name: /407/ }).click();
  await headline(page, 'Stop. It clicks and the data matters.');
  await expect(page.locator('.withdrawn s').first()).toBeVisible();
  await hands.press('Enter');
  await missing(page, 'Next: label and seal.');
  await hands.press('Space', 'Space');
  await hands.pressButton('Refer it to a data recovery specialist');
  await expect(page.getByText(/hand the machine back, with that as the reason/)).toBeVisible();
  await page.goto(workshop.url);
  await expect(page.getByRole('link', { name: /407/ })).toContainText(
    'Stopped: it clicks and the data matters.',
  );
});

test('a lead changes a number, sees what it does to past jobs, and saves the next edition', async ({
  page,
  browser,
}) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  await signIn(page, workshop.url);
  await page.getByRole('link', { name: 'What diagnosis knows' }).click();
  await expect(page.getByText(/was right in \d+ of 23 finished jobs/)).toBeVisible();
  await page.getByRole('button', { name: /^Drive cable or its plug/ }).click();
  await page.getByLabel('Strength of A plug found askew, a latch open, contacts dirty').fill('3');
  await expect(page.getByText('edition 1, changed and not saved')).toBeVisible();
  const aside = page.getByRole('complementary', { name: 'What a change does' });
  await expect(
    aside
      .getByRole('listitem')
      .filter({ hasText: /cable \d+, then cable \d+ in 100/ })
      .first(),
  ).toBeVisible();
  // What is typed outlives a reload.
  await page.reload();
  await expect(page.getByText('edition 1, changed and not saved')).toBeVisible();
  await page.getByRole('button', { name: 'Save as the next edition' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Say why you change it.' })).toBeVisible();
  await page.getByLabel('Why you change it').fill('Most of ours sit askew and work.');
  await page.getByRole('button', { name: 'Save as the next edition' }).click();
  await expect(page.getByText('Edition 2 is saved')).toBeVisible();
  await expect(page.getByText('Most of ours sit askew and work.')).toBeVisible();

  const other = await (await browser.newContext()).newPage();
  await signIn(other, workshop.url, 'tobiah', 'rope-and-tar');
  await other.goto(`${workshop.url}/diagnosis`);
  await other.getByRole('button', { name: /^Drive cable or its plug/ }).click();
  await expect(other.getByLabel('Strength of A plug found askew, a latch open, contacts dirty')).toHaveValue(
    '3',
  );
  // A technician looks; only a lead changes.
  await expect(other.getByRole('button', { name: /^Remove/ })).toHaveCount(0);
  await other.getByLabel('Strength of A plug found askew, a latch open, contacts dirty').fill('50');
  await expect(other.getByText('changed and not saved')).toHaveCount(0);
  expect(complaints).toEqual([]);
});
