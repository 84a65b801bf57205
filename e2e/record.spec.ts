import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Locator, type Page } from '@playwright/test';
import jsQR from 'jsqr';
import { listenForComplaints, signIn } from './support/hands';
import { Workshop } from './support/workshop';

let workshop: Workshop;
let folder: string;
test.beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'petrichor-record-'));
  workshop = await Workshop.open('demo');
});
test.afterAll(async () => {
  await workshop.kill();
  rmSync(folder, { recursive: true, force: true });
});

/** Keys are the job's only once it is there. */
async function openJob(page: Page, number: number): Promise<void> {
  await page
    .getByRole('link', { name: new RegExp(String(number)) })
    .first()
    .click();
  await expect(page.getByRole('navigation', { name: 'Parts of the job' })).toBeVisible();
}

async function download(page: Page, button: Locator, name: string): Promise<string> {
  const [file] = await Promise.all([page.waitForEvent('download'), button.click()]);
  const path = join(folder, name);
  await file.saveAs(path);
  return path;
}

const textOf = (pdf: string): string =>
  execFileSync('pdftotext', ['-layout', pdf, '-'], { encoding: 'utf8' });

/** Every code on the first page, read off the printed picture at 200 dots an inch (a grey map, PGM). */
function codesOn(pdf: string): string[] {
  execFileSync('pdftoppm', ['-r', '200', '-gray', '-singlefile', pdf, join(folder, 'page')]);
  const bytes = readFileSync(join(folder, 'page.pgm'));
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 40).toString('latin1'))!;
  const [width, height, from] = [Number(head[1]), Number(head[2]), head[0].length];
  const codes: string[] = [];
  // Labels lie side by side, 70 mm each: 551 dots.
  for (let left = 0; left + 300 < width; left += 551) {
    const [wide, high] = [Math.min(551, width - left), 330];
    const picture = new Uint8ClampedArray(wide * high * 4);
    for (let y = 0; y < Math.min(high, height); y++)
      for (let x = 0; x < wide; x++)
        picture.set(
          [0, 1, 2].map(() => bytes[from + y * width + left + x]!),
          (y * wide + x) * 4,
        );
    const code = jsQR(picture, wide, high);
    if (code) codes.push(code.data);
  }
  return codes;
}

test('tags that a scanner reads, slips and pages that say what they should', async ({ page }) => {
  const complaints = listenForComplaints(page);
  await signIn(page, workshop.url);
  await openJob(page, 428);
  await page.keyboard.press('r');
  await expect(page.getByText(/^Took in Tarnwell Fen 14/)).toBeVisible();

  const tags = await download(page, page.getByRole('button', { name: 'Tags (PDF)' }), 'tags.pdf');
  const codes = codesOn(tags);
  expect(codes).toEqual([`${workshop.url}/j/428`, `${workshop.url}/j/428/old`, `${workshop.url}/j/428/new`]);
  expect(textOf(tags)).toContain('428');
  expect(textOf(tags)).not.toContain('Hangs whenever');

  const slip = textOf(await download(page, page.getByRole('button', { name: /^Claim slip/ }), 'slip.pdf'));
  expect(slip).toContain('Claim slip 428');
  expect(slip).toContain('lid: dent (corner)');
  expect(slip).toContain('not above 180.00 without asking');

  await page.goto(`${codes[0]}/old`);
  await expect(page.getByRole('heading', { name: 'Waits for a yes.' })).toBeVisible();

  await page.goto(workshop.url);
  await openJob(page, 405);
  await page.getByRole('link', { name: /Page for the customer/ }).click();
  const paper = textOf(await download(page, page.getByRole('button', { name: /^As PDF/ }), 'paper.pdf'));
  for (const words of [
    'Merrow Staithe choir',
    'PP3-77A1-405',
    'In all',
    'What works',
    'Kept here as fallback until',
  ])
    expect(paper).toContain(words);
  expect(complaints).toEqual([]);
});

/** Takes in a machine like that of another job, with what is other about it; its number. */
const takeInLike = (page: Page, jobId: string, own: object): Promise<number> =>
  page.evaluate(
    async ({ jobId, own }) => {
      const { job } = (await (await fetch(`/api/jobs/${jobId}`)).json()) as { job: { intake: object } };
      const opened = await fetch('/api/jobs', {
        method: 'POST',
        body: JSON.stringify({ commandId: crypto.randomUUID(), intake: { ...job.intake, ...own } }),
        headers: { 'content-type': 'application/json' },
      });
      return ((await opened.json()) as { job: { number: number } }).job.number;
    },
    { jobId, own },
  );

test('papers have every letter of a name, whatever its script', async ({ page }) => {
  await signIn(page, workshop.url);
  await openJob(page, 428);
  await page.keyboard.press('r');
  const jobId = /jobs\/([^/?]+)/.exec(page.url())![1]!;
  const number = await takeInLike(page, jobId, {
    serial: 'SCRIPT-1',
    customer: { name: 'Łucja Őrsi-Şahin Ωμέγα', reach: '' },
  });
  await page.goto(workshop.url);
  await openJob(page, number);
  await page.keyboard.press('r');
  const slip = await download(page, page.getByRole('button', { name: /^Claim slip/ }), 'script-slip.pdf');
  expect(textOf(slip)).toContain('Łucja Őrsi-Şahin');
  // What the typeface has not stands there as a picture of what the screen shows, and the typeface is
  // embedded.
  expect(execFileSync('pdfimages', ['-list', slip], { encoding: 'utf8' })).toMatch(/image/);
  expect(execFileSync('pdffonts', [slip], { encoding: 'utf8' })).toMatch(/Atkinson.* yes +no +yes/);
});

test('the claim slip shows the photos of how the machine came', async ({ page }) => {
  await signIn(page, workshop.url);
  await openJob(page, 428);
  const jobId = /jobs\/([^/?]+)/.exec(page.url())![1]!;
  // A picture drawn here, sent as the counter sends one, on a machine like 428.
  const hash = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(640, 480);
    const paper = canvas.getContext('2d')!;
    paper.fillStyle = 'teal';
    paper.fillRect(0, 0, 640, 480);
    const photo = await canvas.convertToBlob({ type: 'image/jpeg' });
    const kept = await fetch('/api/photos', {
      method: 'POST',
      body: photo,
      headers: { 'content-type': 'image/jpeg' },
    });
    return ((await kept.json()) as { hash: string }).hash;
  });
  const number = await takeInLike(page, jobId, {
    serial: 'SLIP-1',
    condition: { words: '', marks: [], photos: [hash] },
  });
  await page.goto(workshop.url);
  await openJob(page, number);
  await page.keyboard.press('r');
  const slip = await download(page, page.getByRole('button', { name: /^Claim slip/ }), 'photo-slip.pdf');
  expect(execFileSync('pdfimages', ['-list', slip], { encoding: 'utf8' })).toMatch(/image +640 +480 .* jpeg/);
  expect(textOf(slip)).toContain('No marks were noted.');
});

test('a sealed note is read by who may, shown for a while, and nowhere kept in the browser', async ({
  page,
}) => {
  await signIn(page, workshop.url);
  await openJob(page, 428);
  await page.keyboard.press('r');
  await page.getByLabel('For what').fill('her account');
  await page.getByLabel('To be sealed').fill('kittiwake 77');
  await page.getByRole('button', { name: 'Seal it' }).click();
  await expect(page.getByText(/sealed by Ines Carrow, nobody has looked/)).toBeVisible();
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByText('kittiwake 77')).toBeVisible();
  await expect(page.getByText('Looked at a sealed note: passcode (her account).')).toBeVisible();
  await page.getByRole('button', { name: 'Hide it' }).click();
  await expect(page.getByText('kittiwake 77')).toHaveCount(0);
  const kept = await page.evaluate(() => JSON.stringify(localStorage) + JSON.stringify(sessionStorage));
  expect(kept).not.toContain('kittiwake');
});

test('an offer, an order that was rung up, and the promise that moves with it', async ({ page }) => {
  await signIn(page, workshop.url);
  await openJob(page, 427);
  await page.getByRole('link', { name: 'Agree', exact: true }).click();
  await expect(page.getByText(/^1 × Offset bracket for the Kite 13/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Have it elsewhere' }).click();
  await page.getByLabel('Rung up: from whom').fill('Cove Supplies');
  await page.getByLabel('Price', { exact: true }).fill('15.20');
  await page.getByLabel('Here on').fill('2031-03-03');
  await page.getByRole('button', { name: 'Record the order' }).click();
  await expect(page.getByText(/from Cove Supplies: confirmed/)).toBeVisible();
  await expect(page.getByText(/from Harbour Trade: cancelled/)).toBeVisible();
  await expect(page.getByText(/Promise moved from .* 4 Mar/)).toBeVisible();
  await page.getByRole('button', { name: 'It is here' }).click();
  await expect(page.getByText(/Waits for a part/)).toHaveCount(0);
});
