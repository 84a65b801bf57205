import { settled } from './settled';
import { expect, type Page } from '@playwright/test';
import { Hands } from './hands';

/** What the counter tries on a machine that folds, and Prove tries again, as it is called on the screen. */
export const TRIED = [
  'Starts up',
  'Keys',
  'Touchpad and click',
  'Screen',
  'Camera',
  'Speakers',
  'Wireless',
  'Ports',
  'Hinges',
];

/** The parts of a job as hands go through them, by keyboard. */

export const blur = (page: Page): Promise<void> =>
  page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
export const tray = (page: Page) => page.locator('p-tray, p-tray-strip').first();

/** Enter takes the job on, once the gate is open. */
export async function goOn(page: Page, to: string): Promise<void> {
  const button = page.getByRole('button', { name: `Go on to ${to}` });
  await expect(button).toHaveAttribute('aria-disabled', 'false');
  await blur(page);
  await page.keyboard.press('Enter');
  await expect(button).toHaveCount(0);
}

/** Shift + Space until this part of the way is done; a wait that the guide asks for is waited. */
export async function walk(page: Page, end: string | RegExp): Promise<void> {
  const there = page.getByRole('heading', { level: 1, name: end });
  const until = Date.now() + 60_000;
  while (Date.now() < until) {
    if ((await there.count()) > 0) return;
    await page.keyboard.press('Shift+Space');
    await settled(page);
  }
  await expect(there).toBeVisible();
}

/** Title of every step that is shown from here on. */
export async function stepsShown(page: Page): Promise<readonly string[]> {
  const shown: string[] = [];
  await page.exposeFunction('shown', (title: string) => shown.push(title));
  await page.evaluate(() => {
    const tell = () =>
      void (window as unknown as { shown(t: string): void }).shown(
        document.querySelector('.step h1')?.textContent ?? '',
      );
    new MutationObserver(tell).observe(document.querySelector('.step')!, {
      childList: true,
      subtree: true,
      characterData: true,
    });
  });
  return shown;
}

/** Backup and key answered, every check before opening seen, and into the machine. */
export async function safeguarded(page: Page, backupAt: string): Promise<void> {
  const hands = new Hands(page);
  await hands.press('d');
  await hands.press('.');
  await hands.choose(page.getByRole('group', { name: 'Backup on something else' }), 'read back and right');
  await hands.type('Where the backup is', backupAt);
  await hands.choose(page.getByRole('group', { name: 'Encryption and recovery key' }), 'not encrypted');
  await allSeen(page);
  await goOn(page, 'way in');
}

/** Types into the model's field, and takes the one that is left; the list opens whole, so one looks first. */
export async function chooseModel(page: Page, typed: string, name: string): Promise<void> {
  const hands = new Hands(page);
  await hands.type(/^Model/, typed);
  const field = page.getByLabel(/^Model/);
  await expect(field).toHaveAttribute('aria-controls', /./);
  const list = page.locator(`[id="${await field.getAttribute('aria-controls')}"]`);
  await expect(list.getByRole('option')).toHaveText([new RegExp(name)]);
  await hands.press('ArrowDown', 'Enter');
  await expect(field).toHaveValue(name);
}

/** The copy that was planned is made elsewhere, and said so. */
export async function copied(page: Page): Promise<void> {
  const hands = new Hands(page);
  await blur(page);
  await hands.press('.');
  await hands.type('With what, and where', 'bench reader');
  await hands.choose(page.getByRole('group', { name: 'How it was compared' }), 'compared by samples');
  await hands.pressButton('It is made');
  await blur(page);
  await hands.press('Enter');
}

/** Every check before opening, one after another. */
export async function allSeen(page: Page): Promise<void> {
  const hands = new Hands(page);
  const seen = page.getByRole('button', { name: 'Seen', exact: true });
  for (let left = await seen.count(); left > 0; left--) {
    await hands.reach(seen.first());
    await hands.press('Enter');
    await expect(seen).toHaveCount(left - 1);
  }
}

/** What firmware lists, at Try and at Prove. */
export async function listed(page: Page, size: string): Promise<void> {
  const hands = new Hands(page);
  await hands.type('Size that is shown', size);
  await hands.pressButton('Listed at this size');
  await expect(page.getByText('Right size').first()).toBeVisible();
}

/** Every point of the set-up list, one after another. */
export async function setUpAll(page: Page): Promise<void> {
  const hands = new Hands(page);
  const done = page.getByRole('button', { name: 'Done', exact: true });
  for (let left = await done.count(); left > 0; left--) {
    await hands.reach(done.first());
    await hands.press('Enter');
    await expect(done).toHaveCount(left - 1);
  }
}

/** Size, speed, every check that the gate names, and what it was. */
export async function proveAll(page: Page, size: string, speed: string, causes = true): Promise<void> {
  const hands = new Hands(page);
  await listed(page, size);
  await hands.type('Reads', speed);
  await hands.pressButton('Keep the measurement');
  for (const group of await page.locator('p-unplugged').getByRole('group').all())
    await hands.choose(group, 'works');
  await worksAsBefore(page);
  if (causes) await hands.choose(page.getByRole('group', { name: /^Was it/ }), 'yes');
  await expect(page.getByRole('heading', { name: 'Proved.' })).toBeVisible();
}

/** Whatever the machine has to try works. */
async function worksAsBefore(page: Page): Promise<void> {
  const hands = new Hands(page);
  for (const group of await page.locator('[data-gate^="baseline:"]').getByRole('group').all())
    await hands.choose(group, 'works');
}

interface Walked {
  readonly serial: string;
  /** As firmware shows it, GB. */
  readonly size: string;
  /** MB/s. */
  readonly reads: string;
  readonly atSwap?: () => Promise<void>;
  /** What Try asks for besides: the gate has to be open after it. */
  readonly atTry?: () => Promise<void>;
  readonly atSetUp?: () => Promise<void>;
}

/** From the slot on: swapped, tried, out, set up and proved; the job then stands at Hand over. */
export async function swapToProve(
  page: Page,
  { serial, size, reads, atSwap, atTry, atSetUp }: Walked,
): Promise<void> {
  const hands = new Hands(page);
  await goOn(page, 'swap');
  await atSwap?.();
  await hands.type('Serial of the new drive', serial);
  await hands.press('Enter');
  await blur(page);
  await walk(page, 'The new drive is in.');
  await goOn(page, 'try');
  await listed(page, size);
  await atTry?.();
  await goOn(page, 'way out');
  await walk(page, 'It is closed.');
  await goOn(page, 'set up');
  await atSetUp?.();
  await setUpAll(page);
  await goOn(page, 'prove');
  await proveAll(page, size, reads);
  await goOn(page, 'hand over');
}

/** What is open is paid, and the machine goes to its customer. */
export async function payAndHandOver(page: Page): Promise<void> {
  const hands = new Hands(page);
  await hands.pressButton(/^All that is open/);
  await hands.pressButton('Record the payment');
  await expect(page.getByText(/open 0\.00/)).toBeVisible();
  await hands.pressButton('Hand over and close');
  await expect(page.getByRole('heading', { name: 'Handed over.' })).toBeVisible();
}

/** The customer's page, read; then back at the job. */
export async function readPaper(page: Page, read: (text: string) => void): Promise<void> {
  const hands = new Hands(page);
  await blur(page);
  await hands.press('p');
  const paper = page.getByRole('article');
  await expect(paper).toBeVisible();
  read(await paper.innerText());
  await hands.press('Escape');
}

/**
 * Puts a drive into a bay of the simulated dock, by what stands on it, or pulls out what is in it (`null`);
 * by keyboard.
 */
export async function putIn(page: Page, bay: string, drive: string | null): Promise<void> {
  const hands = new Hands(page);
  // The dock tells of it a moment later: what is pressed before then is about the drive that was there.
  const out = page.getByRole('button', { name: `Pull it out of bay ${bay}` });
  if (drive === null) {
    await hands.pressButton(`Pull it out of bay ${bay}`);
    return expect(out).toHaveCount(0);
  }
  const list = page.getByRole('combobox', { name: `Drive for simulated bay ${bay}` });
  const words = (await list.locator('option', { hasText: drive }).first().textContent()) ?? '';
  await hands.reach(list);
  const stands = () => list.locator('option:checked').textContent();
  await page.keyboard.press('Home');
  for (let rows = 0; rows < 30 && (await stands()) !== words; rows++) await page.keyboard.press('ArrowDown');
  await expect(list.locator('option:checked')).toHaveText(words);
  await hands.pressButton(`Put it in bay ${bay}`);
  await expect(out).toBeVisible();
}
