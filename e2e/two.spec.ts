import { expect, test, type Page } from '@playwright/test';
import { Hands, listenForComplaints, signIn } from './support/hands';
import { takeUp } from './support/screens';
import { Workshop } from './support/workshop';

let workshop: Workshop;
test.beforeEach(async () => {
  workshop = await Workshop.open('demo');
});
test.afterEach(() => workshop.close());

const openGuide = async (page: Page) => {
  await page.goto(`${workshop.url}/models/winslade-gannet-15`);
  await page.getByRole('link', { name: /Write at its guide/ }).click();
  await expect(page.getByLabel('What changed')).toBeVisible();
};
const save = async (page: Page, why: string) => {
  await page.getByLabel('What changed').fill(why);
  await page.getByRole('button', { name: /^Save as reviewed/ }).click();
};

test('two leads save one guide: what differs is shown, brought together, and nobody’s work is lost', async ({
  page,
  browser,
}) => {
  const complaints = listenForComplaints(page, [/status of 409/]);
  await signIn(page, workshop.url);
  const other = await (await browser.newContext()).newPage();
  await signIn(other, workshop.url);
  for (const one of [page, other]) await openGuide(one);

  await test.step('one changes a caution, the other the same caution and a title', async () => {
    await page.getByRole('button', { name: /^Undo 9 screws/ }).click();
    await page.getByLabel('Caution, at this step').fill('Two of them are short.');
    await save(page, 'short ones');
    await expect(page.getByText('Saved as version 2, reviewed.')).toBeVisible();
    await other.getByRole('button', { name: /^Undo 9 screws/ }).click();
    await other.getByLabel('Caution, at this step').fill('The corner one strips.');
    await other.getByRole('button', { name: /^Shut it down fully/ }).click();
    await other.getByLabel('How', { exact: true }).fill('Wait for the light.');
    await save(other, 'corner');
  });

  await test.step('the later is shown what differs, and chooses', async () => {
    const panel = other.locator('p-merge-panel');
    await expect(panel).toContainText('Ines Carrow saved version 2 meanwhile: short ones');
    await expect(panel).toContainText('its caution');
    await panel
      .getByRole('group', { name: /^Whose: / })
      .getByRole('button', { name: 'theirs' })
      .click();
    await panel.getByRole('button', { name: 'Bring both together here' }).click();
    await expect(panel).toHaveCount(0);
    await expect(other.getByLabel('How', { exact: true })).toHaveValue('Wait for the light.');
    await other.getByRole('button', { name: /^Undo 9 screws/ }).click();
    await expect(other.getByLabel('Caution, at this step')).toHaveValue('Two of them are short.');
    await save(other, 'both');
    await expect(other.getByText('Saved as version 3, reviewed.')).toBeVisible();
  });

  await test.step('what is saved is not ‘being written’ any more, and no stale copy opens', async () => {
    await other.goto(`${workshop.url}/models`);
    await expect(other.getByText('being written here, not saved')).toHaveCount(0);
    await openGuide(page);
    await page.getByRole('button', { name: /^Shut it down fully/ }).click();
    await expect(page.getByLabel('How', { exact: true })).toHaveValue('Wait for the light.');
  });
  expect(complaints).toEqual([]);
});

test('an old tab beside a newer server: it works on while it understands, and stops, losing nothing, when it does not', async ({
  page,
}) => {
  const complaints = listenForComplaints(page, [/net::ERR/]);
  const hands = new Hands(page);
  await signIn(page, workshop.url);
  await takeUp(page);
  const newer = page.locator('p-newer-line');
  const count = page.getByText(/^\d of 3$/).first();

  await test.step('the server is updated under the open tab: said, and the work goes on', async () => {
    await workshop.update();
    await expect(newer).toContainText('A newer Petrichor is running: load again when your hands are free.', {
      timeout: 20_000,
    });
    await hands.press('Space');
    await expect(count).toHaveText('1 of 3');
    await expect(newer).toContainText('Everything done here is sent.');
  });

  await test.step('an event of a kind this tab does not know: nothing more is decided, what was done is sent and kept', async () => {
    const jobId = new URL(page.url()).pathname.split('/')[2]!;
    const bench = (await (await page.request.get(`${workshop.url}/api/bench`)).json()) as {
      jobs: { id: string; seq: number }[];
    };
    const summary = bench.jobs.find((one) => one.id === jobId)!;
    // What somebody on the newer page did, as the newer server tells it.
    await page.route('**/api/stream', async (route) => {
      const seq = summary.seq + 1;
      const at = new Date().toISOString();
      const by = { id: '11111111-1111-4111-8111-111111111111', name: 'Noor' };
      const event = { type: 'spirit-level-read', degrees: 2 };
      const news = { jobId, events: [{ seq, at, by, commandId: 'x', event }], summary: { ...summary, seq } };
      await route.fulfill({
        contentType: 'text/event-stream',
        body: `retry: 200\nevent: hello\ndata: {"build":"a-newer-one"}\n\nevent: job\ndata: ${JSON.stringify(news)}\n\n`,
      });
    });
    await workshop.update();
    await expect(newer).toContainText('Nothing is decided on this page until then.', { timeout: 20_000 });
    await hands.press('Space');
    await expect(page.getByText(/A newer Petrichor is running/).last()).toBeVisible();
    await expect(count).toHaveText('1 of 3');
  });

  await test.step('loaded again it is whole', async () => {
    await page.unroute('**/api/stream');
    await hands.reach(newer.getByRole('button', { name: 'Load again' }));
    await hands.press('Enter');
    await expect(count).toHaveText('1 of 3');
    await expect(newer.getByRole('button')).toHaveCount(0);
    await hands.press('Space');
    await expect(page.getByText('2 of 3')).toBeVisible();
  });
  expect(complaints).toEqual([]);
});
