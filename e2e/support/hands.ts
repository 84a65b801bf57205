import { setTimeout } from 'node:timers/promises';
import { expect, type Locator, type Page } from '@playwright/test';
import { pause, settled } from './settled';

/** As in the web's `typed-run.ts`: a second sign within it makes a word of the first. */
export const BREATH_MS = 250;

const TABS_AT_ONCE = 6;

/** Somebody at the keyboard: nothing here uses a mouse. */
export class Hands {
  constructor(private readonly page: Page) {}

  /** A letter or sign acts a breath after it was pressed. */
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      await this.page.keyboard.press(key);
      if (key.length === 1) await pause(this.page, BREATH_MS + 100);
    }
  }

  /**
   * A scanner: all its signs at once, then Enter, wherever the focus is. It waits for no answer to a sign, as
   * a person may.
   */
  async scan(code: string): Promise<void> {
    await Promise.all([...code, 'Enter'].map((key) => this.page.keyboard.press(key)));
  }

  /**
   * Tabs until `target`, or something in it, has the focus: what cannot be reached so cannot be used without
   * a mouse.
   */
  async reach(target: Locator): Promise<void> {
    await expect(target).toBeVisible();
    // Eyes come first: what the key before has changed is drawn by the time the next one is pressed.
    await settled(this.page);
    // Tabs go out some at a time; from the target on the page swallows them, so that none goes past it.
    await target.evaluate((element) => {
      const { arrived } = window as unknown as { arrived?: AbortController };
      arrived?.abort();
      const over = new AbortController();
      (window as unknown as { arrived: AbortController }).arrived = over;
      const stay = (event: KeyboardEvent): void => {
        if (event.key === 'Tab' && element.contains(document.activeElement)) event.preventDefault();
      };
      window.addEventListener('keydown', stay, { capture: true, signal: over.signal });
    });
    try {
      for (let tabs = 0; tabs < 160; tabs += TABS_AT_ONCE) {
        if (await target.evaluate((element) => element.contains(document.activeElement))) return;
        await Promise.all(Array.from({ length: TABS_AT_ONCE }, () => this.page.keyboard.press('Tab')));
      }
    } finally {
      await this.page.evaluate(() => (window as unknown as { arrived?: AbortController }).arrived?.abort());
    }
    throw new Error(`Tab never reaches ${target.toString()}`);
  }

  async type(label: string | RegExp, text: string): Promise<void> {
    await this.reach(
      this.page
        .getByLabel(label, { exact: typeof label === 'string' })
        .and(this.page.locator('input, textarea')),
    );
    await this.page.keyboard.press('ControlOrMeta+A');
    await this.page.keyboard.type(text);
  }

  async pressButton(name: string | RegExp, within: Locator | Page = this.page): Promise<void> {
    await this.reach(within.getByRole('button', { name }));
    await this.page.keyboard.press('Enter');
  }

  /** One of several buttons in a row: first into the row, then along it. */
  async choose(group: Locator, name: string): Promise<void> {
    const option = group.getByRole('button', { name, exact: true });
    await this.reach(option);
    await this.page.keyboard.press('Space');
    await expect(option).toHaveAttribute('aria-pressed', 'true');
  }

  /** Tab leads into a group of radio buttons, the arrows along it. */
  async radio(name: string | RegExp): Promise<void> {
    const radio = this.page.getByRole('radio', { name });
    await this.reach(this.page.getByRole('radiogroup').filter({ has: radio }));
    const has = () => radio.evaluate((element) => element === document.activeElement);
    for (let arrows = 0; arrows < 30 && !(await has()); arrows++) await this.page.keyboard.press('ArrowDown');
    if (!(await radio.isChecked())) await this.page.keyboard.press('Space');
    await expect(radio).toBeChecked();
  }
}

/** A hand that types, slower than a scanner; as in `scan`, no sign waits for the answer to the one before. */
export const typeAWord = (page: Page, word: string): Promise<unknown> =>
  Promise.all([...word].map((sign, at) => setTimeout(90 * at).then(() => page.keyboard.press(sign))));

/** What the gate lists; `pointed`: going on was refused, and it is pointed at where it stands. */
export async function missing(page: Page, what: string, pointed = true): Promise<void> {
  const list = page.getByRole('list', { name: 'Missing before the job goes on' });
  if (pointed) await expect(list).toHaveClass(/pointed/);
  await expect(list).toContainText(what);
}

/** Counts what lies on the mat, in the drawer, one number for each kind of screw that is listed. */
export async function countScrews(
  page: Page,
  counts: Readonly<Record<string, number>> | 'as the steps say',
): Promise<void> {
  const drawer = page.locator('.p-drawer');
  await expect(drawer.getByRole('textbox').first()).toBeVisible();
  const fields = drawer.getByRole('textbox');
  for (const field of await fields.all()) {
    const kind = ((await field.getAttribute('aria-label')) ?? '').replace(', how many lie here', '');
    await field.fill(String(counts === 'as the steps say' ? 0 : counts[kind]));
  }
  await drawer.getByRole('button', { name: 'That is what lies here' }).click();
  if (counts !== 'as the steps say') return;
  await expect(drawer.getByText(/by the steps: /).first()).toBeVisible();
  // Told once somebody has counted, and not any more when a number changes: read all of it first.
  const told = await drawer.getByText(/by the steps: /).allInnerTexts();
  for (const [at, words] of told.entries()) await fields.nth(at).fill(/\d+/.exec(words)![0]);
  await drawer.getByRole('button', { name: 'That is what lies here' }).click();
}

export async function signIn(
  page: Page,
  url: string,
  signInName = 'ines',
  password = 'tide-at-noon',
): Promise<void> {
  const hands = new Hands(page);
  await page.goto(url);
  await hands.type('Sign-in name', signInName);
  await hands.type('Password', password);
  await hands.press('Enter');
  await expect(page.getByRole('link', { name: 'Take in a machine' })).toBeVisible();
}

/** Fails the test when the page complains: a script error, or something its policy did not allow. */
export function listenForComplaints(page: Page, allowed: RegExp[] = []): string[] {
  const complaints: string[] = [];
  const take = (text: string) => void (allowed.some((one) => one.test(text)) || complaints.push(text));
  page.on('pageerror', (error) => take(String(error)));
  page.on('console', (message) => message.type() === 'error' && take(message.text()));
  return complaints;
}
