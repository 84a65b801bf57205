import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { Hands, listenForComplaints, signIn } from './support/hands';
import { takeUp } from './support/screens';
import { Workshop } from './support/workshop';

/** What was done and is not with the server: the server fails at it, or was restored to before it. */
let workshop: Workshop;
test.beforeAll(async () => {
  workshop = await Workshop.open('demo');
});
test.afterAll(() => workshop.close());

const note = async (page: Page, hands: Hands, words: string): Promise<void> => {
  await hands.press('n');
  await page.locator('p-note-drawer textarea').fill(words);
  await page.locator('p-note-drawer').getByRole('button', { name: 'Keep it' }).click();
  await expect(page.locator('.p-drawer')).toHaveCount(0);
};
/** What a job's events say, asked of the server. */
const notes = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const jobId = /jobs\/([0-9a-f-]+)/.exec(location.pathname)![1]!;
    const { events } = (await (await fetch(`/api/jobs/${jobId}/events?after=0`)).json()) as {
      events: { event: { type: string; text?: string } }[];
    };
    return events.flatMap(({ event }) => (event.type === 'noted' ? [event.text!] : []));
  });

test('a step that the server fails at is set aside, saved, and dropped with a reason; what came behind it goes on', async ({
  page,
}) => {
  const complaints = listenForComplaints(page, [/500 \(Internal Server Error\)/]);
  const hands = new Hands(page);
  await signIn(page, workshop.url);
  await takeUp(page);
  await page.route('**/commands', async (route) => {
    if (!route.request().postData()?.includes('"text":"the one that fails"')) return route.fallback();
    const problem = {
      type: 'urn:petrichor:problem:failed',
      title: 'Failed',
      status: 500,
      detail: 'The server failed at this.',
      code: 'failed',
    };
    await route.fulfill({
      status: 500,
      contentType: 'application/problem+json',
      body: JSON.stringify(problem),
    });
  });
  await note(page, hands, 'the one that fails');
  await note(page, hands, 'the one behind it');
  const aside = page.getByRole('group', { name: /^Set aside/ });
  await expect(aside).toBeVisible({ timeout: 60_000 });
  await expect(aside).toContainText('The server cannot take a step of');
  await expect.poll(() => notes(page)).toContain('the one behind it');

  // It outlives the page, and can be taken along.
  await page.reload();
  await expect(aside).toBeVisible();
  const saved = page.waitForEvent('download');
  await hands.pressButton('Save as a file', aside);
  const file = await (await saved).path();
  expect(JSON.parse(readFileSync(file, 'utf8'))).toMatchObject({
    format: 'petrichor-set-aside',
    command: { text: 'the one that fails' },
  });

  await hands.pressButton('Drop it', aside);
  await expect(aside.getByRole('alert')).toHaveText('Say why, in a few words.');
  await hands.type('Why it is dropped', 'It is in the note behind it.');
  await hands.pressButton('Drop it', aside);
  await expect(aside).toHaveCount(0);
  await expect
    .poll(async () => (await notes(page)).at(-1))
    .toMatch(/was dropped: “Note: the one that fails”\. It is in the note behind it\.$/);
  await page.unroute('**/commands');
  expect(complaints).toEqual([]);
});

test('a server that was restored to an earlier time is offered what it lacks, and has it again', async ({
  page,
}) => {
  const complaints = listenForComplaints(page, [/net::ERR|404 \(Not Found\)|500 \(Internal|401 \(Unauth/]);
  const hands = new Hands(page);
  await signIn(page, workshop.url);
  await takeUp(page);
  await note(page, hands, 'before the backup');
  await expect.poll(() => notes(page)).toContain('before the backup');
  await workshop.backUp();
  await expect(page.getByText(/Not connected since/)).toHaveCount(0);
  await note(page, hands, 'first after it');
  await note(page, hands, 'second after it');
  await expect.poll(() => notes(page)).toContain('second after it');

  await workshop.restore();
  const offer = page.getByRole('group', { name: 'What the server does not have any more' });
  await expect(offer).toBeVisible({ timeout: 20_000 });
  await expect(offer).toContainText('2 steps that you did here since');
  expect(await notes(page)).not.toContain('first after it');
  // It is offered until somebody decides, also after a reload.
  await page.reload();
  await expect(offer).toBeVisible();
  await hands.pressButton('Send again', offer);
  await expect(offer).toHaveCount(0);
  expect((await notes(page)).filter((one) => one.endsWith('after it'))).toEqual([
    'first after it',
    'second after it',
  ]);
  expect((await notes(page)).filter((one) => one === 'before the backup')).toHaveLength(1);
  await page.reload();
  await expect(page.locator('h1').first()).toBeVisible();
  await expect(offer).toHaveCount(0);
  expect(complaints).toEqual([]);
});
