import { expect, test, type Page } from '@playwright/test';
import { serious } from './support/axe';
import { BREATH_MS, Hands, listenForComplaints, signIn, typeAWord } from './support/hands';
import { blur, boxes, deeds } from './support/deeds';
import { SCREENS } from './support/screens';
import { pause, settled } from './support/settled';
import { Workshop } from './support/workshop';

/** Options side by side are taller than the screen; the line at its foot goes to what is under them. */
const BELOW = new Set(['Agree, with options']);

/**
 * What is done next on a screen is its large button: whole in sight at 1280 by 800, before anything is
 * scrolled.
 */
async function outOfView(page: Page, name: string): Promise<string[]> {
  // A drawer lies over the screen it came from.
  if (BELOW.has(name) || (await page.locator('.p-drawer').count()) > 0) return [];
  return page.evaluate(() => {
    document.querySelector('main')?.scrollTo(0, 0);
    return [...document.querySelectorAll<HTMLElement>('.go')]
      .filter((one) => one.offsetParent !== null && one.closest('.p-drawer') === null)
      .filter((one) => {
        const box = one.getBoundingClientRect();
        // What a panel of its own scrolls away is not in sight either.
        const top = document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2);
        return (
          box.bottom > innerHeight ||
          box.right > innerWidth ||
          box.x < 0 ||
          !(top && (one.contains(top) || top.contains(one)))
        );
      })
      .map((one) => one.textContent.trim());
  });
}

/** Screens that begin in a drawer or a field: what is typed there is theirs. */
const WITH_BOX = ['Way in, a note', 'Way in, the screws counted', 'Way in, turning back', 'Screw finder'];

/**
 * A code that nothing asks for, and words typed to nobody: all their signs are keys somewhere. What they did,
 * which should be nothing.
 */
async function wronglyDone(page: Page): Promise<string[]> {
  const hands = new Hands(page);
  const wrong: string[] = [];
  const at = page.url();
  const look = async (what: string): Promise<void> => {
    if (page.url() !== at) wrong.push(`${what} left for ${page.url()}`);
    if ((await boxes(page).count()) > 0) wrong.push(`${what} opened a box`);
  };
  await blur(page);
  await hands.scan('ZUXN-9041/2.C');
  const filled = await page.evaluate(() =>
    [...document.querySelectorAll('input')].some((one) => one.value === 'ZUXN-9041/2.C'),
  );
  if (!filled) await expect(page.locator('p-scan-line')).toContainText('ZUXN-9041/2.C');
  await pause(page, BREATH_MS + 60);
  await look('the code');
  await blur(page);
  // A hand is slower than a scanner, and quicker than a breath.
  for (const word of ['zone', 'x u n']) {
    await typeAWord(page, word);
    await pause(page, BREATH_MS + 60);
  }
  await look('a word');
  return wrong;
}

test.use({ colorScheme: 'light' });
let workshop: Workshop;
test.beforeAll(async () => {
  workshop = await Workshop.open('demo', 250);
});
test.afterAll(() => workshop.close());
// Each part of the screens may go to another worker.
test.describe.configure({ mode: 'parallel' });

const PARTS = 4;
for (let part = 0; part < PARTS; part++)
  test(`every screen: axe finds nothing serious by day and by night, what is next is in sight, no key does a deed unasked (${part + 1} of ${PARTS})`, async ({
    page,
  }) => {
    test.setTimeout(300_000);
    const complaints = listenForComplaints(page);
    const found: Record<string, string[]> = {};
    const check = async (name: string): Promise<void> => {
      const day = await serious(page, 'everything');
      // The same screen with the night bench's colours, and nothing else of it is different.
      await page.evaluate(() => document.documentElement.classList.add('night'));
      await settled(page);
      const night = await serious(page, 'colours');
      await page.evaluate(() => document.documentElement.classList.remove('night'));
      found[name] = [...day, ...night.map((one) => `by night, ${one}`)];
    };
    if (part === 0) {
      await page.goto(workshop.url);
      await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
      await check('Sign in');
    }
    await signIn(page, workshop.url);
    const mine = SCREENS.slice(
      Math.floor((part * SCREENS.length) / PARTS),
      Math.floor(((part + 1) * SCREENS.length) / PARTS),
    );
    for (const { name, go } of mine) {
      await page.goto(workshop.url);
      await go(page);
      await settled(page);
      const hidden = await outOfView(page, name);
      await check(name);
      found[name]!.push(...hidden.map((one) => `not in sight: ${one}`));
      if (WITH_BOX.includes(name)) continue;
      const before = await deeds(page);
      found[name]!.push(...(await wronglyDone(page)));
      expect([name, await deeds(page)]).toEqual([name, before]);
    }
    expect(found).toEqual(Object.fromEntries(Object.keys(found).map((name) => [name, []])));
    expect(complaints).toEqual([]);
  });
