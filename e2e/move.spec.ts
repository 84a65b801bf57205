import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { listenForComplaints, signIn } from './support/hands.js';
import { putIn } from './support/parts.js';
import { Workshop } from './support/workshop.js';

/** The server passes the dock's absence and refusals on; the page says so itself. */
const ANSWERED = /status of (404|409|503)/;
const SPEED = 120;
let workshop: Workshop;
test.afterEach(() => workshop.close());

const view = (page: Page, name: string) =>
  page.getByRole('group', { name: 'What is shown' }).getByRole('button', { name, exact: true }).click();
test('from the old drive’s table to a copy that outlives dock and source', async ({ page }) => {
  workshop = await Workshop.open('demo', SPEED);
  const complaints = listenForComplaints(page, [ANSWERED]);
  await signIn(page, workshop.url);
  await page.getByRole('link', { name: /409/ }).click();
  await expect(page.getByRole('heading', { name: 'Clone it, then let it grow.' })).toBeVisible();

  await test.step('the table and its fullness come from the dock', async () => {
    await view(page, 'Dock');
    await putIn(page, 'A', 'SR6-08C41-412');
    await view(page, 'Old drive');
    await page.getByRole('button', { name: /Ask the dock: bay A, Sallow R6 512/ }).click();
    await expect(page.getByText('Sallow R6 512 SR6-08C41-412', { exact: false }).first()).toBeVisible();
    await expect(page.getByLabel('Used of System, GiB')).toHaveValue('187');
  });

  await test.step('an edge is dragged and a size typed; sfdisk takes the layout as it is planned', async () => {
    await view(page, 'Plan');
    const edge = page.getByRole('slider', { name: 'End of System' });
    const box = (await edge.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2, box.y - 40, { steps: 5 });
    await page.mouse.up();
    await expect(page.getByRole('button', { name: 'Sizes as the rules have them' })).toBeVisible();
    const size = page.getByLabel('Size of System, GiB');
    await expect(size).not.toHaveValue('585');
    await size.fill('430');
    await size.press('Enter');
    await expect(edge).toHaveAttribute('aria-valuetext', '430 GiB');
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the layout as an sfdisk script' }).click(),
    ]);
    const script = readFileSync(await download.path(), 'utf8');
    const image = join(mkdtempSync(join(tmpdir(), 'petrichor-e2e-')), 'target.img');
    writeFileSync(image, '');
    truncateSync(image, 1_000_204_886_016);
    execFileSync('/usr/sbin/sfdisk', [image], { input: script, stdio: ['pipe', 'ignore', 'pipe'] });
    const dump = execFileSync('/usr/sbin/sfdisk', ['-d', image], { encoding: 'utf8' });
    const places = (text: string) =>
      [...text.matchAll(/start=\s*(\d+), size=\s*(\d+)/g)].map((found) => found.slice(1)).sort();
    expect(places(dump)).toEqual(places(script));
    expect(places(script).some(([, sectors]) => Number(sectors) === 430 * 2 ** 21)).toBe(true);
  });

  await test.step('it is decided; what it needs before opening holds the gate', async () => {
    await view(page, 'Before opening');
    await page.getByRole('button', { name: 'customer has the key' }).click();
    await page.getByRole('button', { name: 'read back and right' }).click();
    await page.getByLabel('Where the backup is').fill('bench store, shelf 2');
    await page.getByRole('button', { name: /^Decide: clone/ }).click();
    await expect(page.getByText('Not checked yet: Recovery key seen')).toBeVisible();
    const seen = page.getByRole('button', { name: 'Seen', exact: true });
    await seen.first().click();
    // The next one is pressed when this one is done: on a busy machine a frame may lie between.
    await expect(seen).toHaveCount(1);
    await seen.click();
    await expect(page.getByText('Nothing is missing here.')).toBeVisible();
  });

  await test.step('the clone runs, pauses, goes on, and its source drops out: the job says where it stands', async () => {
    await view(page, 'Dock');
    await page.getByRole('button', { name: 'Start the clone from bay A' }).click();
    await expect(page.getByText(/min left; here \d+ s/)).toBeVisible();
    await page.getByRole('button', { name: 'Pause' }).click();
    await expect(page.getByRole('heading', { name: /paused/ })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('heading', { name: /paused/ })).toBeVisible();
    await page.getByRole('button', { name: 'Go on', exact: true }).click();
    await expect(page.getByRole('heading', { name: /^Stopped at 226\.6 GB/ })).toBeVisible({
      timeout: 20_000,
    });
    await expect(
      page.getByText('The source stopped answering at 227 GB.', { exact: false }).first(),
    ).toBeVisible();
  });

  await test.step('put in again it goes on from there; the dock vanishes, and the job knows how far it was', async () => {
    await putIn(page, 'A', null);
    await putIn(page, 'A', 'CD5-4410-77');
    await page.getByRole('button', { name: 'Go on with the clone at 226.6 GB' }).click();
    await expect(
      page.getByRole('alert').filter({ hasText: 'those two have to be in the dock' }),
    ).toBeVisible();
    await putIn(page, 'A', 'SR6-08C41-412');
    await page.getByRole('button', { name: 'Go on with the clone at 226.6 GB' }).click();
    await expect(page.getByRole('heading', { name: /^Clone: (2[5-9]\d|3\d\d)/ })).toBeVisible();
    await workshop.killDock();
    await expect(page.getByText(/The dock has not answered since/)).toBeVisible();
    await page.reload();
    await expect(page.getByText(/it had reached \d+(\.\d)? GB/)).toBeVisible();
    await workshop.startDock(SPEED);
    await expect(page.getByRole('heading', { name: /^Stopped at .*second time/ })).toBeVisible();
  });

  await test.step('and once more, to the end; its map is taken into the job', async () => {
    await putIn(page, 'A', 'SR6-08C41-412');
    await page.getByRole('button', { name: /^Go on with the clone at/ }).click();
    await expect(page.getByRole('heading', { name: 'Across and checked, no differences.' })).toBeVisible({
      timeout: 40_000,
    });
    await page.getByRole('button', { name: 'Take its map into the job' }).click();
    await view(page, 'Old drive');
    await expect(page.getByText('All of it is saved.', { exact: false })).toBeVisible();
  });
  expect(complaints).toEqual([]);
});

test('a drive whose day has come stands on the Bench, is sanitised, and its record says so', async ({
  page,
}) => {
  workshop = await Workshop.open('demo');
  const complaints = listenForComplaints(page);
  await signIn(page, workshop.url);
  const due = page.getByRole('region', { name: /day has come/ });
  await due.getByRole('link', { name: /405/ }).click();
  await page.getByLabel('Sanitised: by which method, and how checked').check();
  await page.getByRole('button', { name: 'Settle it' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'by which method' })).toBeVisible();
  const method = page.getByLabel('Method', { exact: true });
  await method.selectOption(
    (await method
      .locator('option', { hasText: /^Purge: NVMe Sanitize/ })
      .first()
      .textContent())!.trim(),
  );
  await page.getByLabel('With which tool').fill('bench station');
  await page.getByLabel('How it was checked').fill('sanitize status: completed');
  await page.getByRole('button', { name: 'Settle it' }).click();
  await expect(page.getByText(/Sanitised, Purge/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Settle it' })).toHaveCount(0);
  await page.getByRole('link', { name: /Its record/ }).click();
  await expect(page.getByRole('article')).toContainText('Sanitised, Purge: NVMe Sanitize');
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('link', { name: /405/ })).toBeVisible();
  await expect(due).toHaveCount(0);
  expect(complaints).toEqual([]);
});
