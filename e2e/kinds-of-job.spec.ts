import { expect, test, type Page } from '@playwright/test';
import { Hands, listenForComplaints, signIn } from './support/hands';
import {
  blur,
  chooseModel,
  copied,
  goOn,
  listed,
  payAndHandOver,
  proveAll,
  readPaper,
  safeguarded,
  setUpAll,
  stepsShown,
  tray,
  walk,
} from './support/parts';
import { openJob } from './support/screens';
import { Workshop } from './support/workshop';

/** From the counter: whose machine, which, and what is wished for; nothing is broken. */
async function takeIn(
  page: Page,
  { who, model, label, serial, wish }: Record<'who' | 'model' | 'label' | 'serial' | 'wish', string>,
): Promise<void> {
  const hands = new Hands(page);
  await hands.press('i');
  await hands.type('Customer', who);
  await chooseModel(page, label, model);
  await hands.type(/^Serial/, serial);
  await hands.choose(page.getByRole('group', { name: /Is something broken/ }), 'no');
  await hands.choose(page.getByRole('group', { name: 'Wished for' }), wish);
  await hands.type(/^Wish, in the customer/, `${wish}, please.`);
  await hands.type(/^What must not be lost/, 'The ledger; it is on a stick, too.');
  await hands.choose(page.getByRole('group', { name: 'If it were lost' }), 'copied elsewhere');
  await hands.reach(page.getByLabel('Promised for'));
  await page.keyboard.type('05052031');
  await hands.press('ArrowRight');
  await page.keyboard.type('1000a');
  await hands.pressButton('The rest works');
  await hands.pressButton(/Take it in/);
  await expect(page.getByRole('heading', { name: 'Take in a machine' })).toHaveCount(0);
}

async function agreed(page: Page, who: string): Promise<void> {
  const hands = new Hands(page);
  await hands.press('o');
  await expect(page.getByRole('radio').first()).toBeVisible();
  await hands.type('Who says yes', who);
  // Small parts are ordered without one.
  await hands.type(/^Deposit/, '0');
  await hands.pressButton(/^They agree to/);
}

test.describe('kinds of jobs, by keyboard', () => {
  test.setTimeout(300_000);
  let workshop: Workshop;
  test.afterEach(() => workshop.close());

  test('a dead drive stays in, unplugged; a screw is lost on the way out', async ({ page }) => {
    workshop = await Workshop.open('demo');
    const complaints = listenForComplaints(page);
    const hands = new Hands(page);
    await signIn(page, workshop.url);
    await openJob(page, 'Ferry terminal');
    await agreed(page, 'Counter 1');
    await goOn(page, 'safeguard');
    await safeguarded(page, 'printed every morning');

    await test.step('its leads are tied away, and it does not come out', async () => {
      const walked = await stepsShown(page);
      await walk(page, 'You are at the slot.');
      await hands.press('h');
      const panel = page.locator('p-found-drawer p-found-panel');
      await expect(panel).toContainText('3.5-inch bay in the middle');
      await hands.pressButton(/3\.5-inch bay/, panel);
      await hands.pressButton(/^as the guide$/, panel);
      await expect(panel).toContainText('seen by Ines');
      await hands.press('Escape');
      await goOn(page, 'swap');
      await hands.type('Serial of the new drive', 'PP3-7710');
      await hands.press('Enter');
      await blur(page);
      await walk(page, /^The new drive is in/);
      expect(walked.join('; ')).toMatch(/Insulate and tie away/);
      await expect(page.locator('p-profile')).toContainText('lead tied away');
      expect(walked.join('; ')).not.toMatch(/old drive out|Lift the (old )?drive out/i);
    });

    await test.step('another screw stands in for the one that is lost, and is on the tray until looked for', async () => {
      // The panel was laid down again for the start, its screws still out.
      await goOn(page, 'try');
      await listed(page, '1000.2');
      await hands.pressButton('As it should', page.locator('p-change-shown'));
      await blur(page);
      await copied(page);
      await goOn(page, 'way out');
      const another = page.getByRole('button', { name: /^Another screw/ });
      for (let steps = 0; steps < 60 && (await another.count()) === 0; steps++) {
        await hands.press('Shift+Space');
        await page.waitForLoadState('domcontentloaded');
      }
      await hands.press('s');
      const drawer = page.locator('.p-drawer');
      await hands.choose(drawer.getByRole('group', { name: 'What became of its own' }), 'lost');
      await hands.radio('none of these');
      await hands.type(/^Length of this/, '4');
      await expect(drawer.getByRole('status')).toContainText(/turns fewer|same thread|Lay it in|deeper/);
      for (const [label, answer] of [
        ['Turns by hand until the head sits', '4'],
        ['From the seat of the head to what lies beneath', '12'],
      ] as const)
        if (await drawer.getByLabel(label).count()) await hands.type(label, answer);
      const sits = drawer.getByRole('group', { name: /head sits flat/ });
      await expect(sits).toBeVisible();
      await hands.choose(sits, 'yes');
      await hands.pressButton('It is in', drawer);
      await expect(page.locator('.p-drawer')).toHaveCount(0);
      await expect(tray(page)).toContainText('lost');
      await walk(page, 'It is closed.');
      await expect(page.getByRole('list', { name: 'Missing before the job goes on' })).toContainText(
        '(lost)',
      );
      await hands.pressButton('Looked for: not in the machine');
      await goOn(page, 'set up');
    });

    await test.step('proved, and said to the customer as it is', async () => {
      await setUpAll(page);
      await goOn(page, 'prove');
      await expect(page.getByText('Stand and tilt', { exact: true })).toBeVisible();
      await expect(page.getByText('Hinges')).toHaveCount(0);
      await expect(page.getByText(/Drive plugs/)).toHaveCount(0);
      await hands.pressButton('As it should', page.locator('p-change-shown'));
      await proveAll(page, '1000.2', '1700');
      await goOn(page, 'hand over');
      await hands.type('Hinge, fan, battery: what to see again', 'The stand is loose.');
      await hands.pressButton('Keep it');
      await payAndHandOver(page);
      await readPaper(page, (text) => {
        expect(text).toMatch(/stays in the 3\.5-inch bay in the middle, unplugged, its leads insulated/);
        expect(text).toMatch(/Other screws/);
        expect(text).toMatch(/To be looked at next time\s+The stand is loose\./);
      });
    });

    await test.step('when it comes again, the counter is told', async () => {
      await page.goto(workshop.url);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await hands.press('i');
      await hands.type(/^Serial/, 'CP24-30077');
      await hands.press('Enter');
      const known = page.locator('p-machine-known');
      await expect(known).toContainText('The stand is loose.');
      await expect(known).toContainText(/left in/);
    });
    expect(complaints).toEqual([]);
  });

  test('a drive that no list knows, the customer’s own, by its label', async ({ page }) => {
    workshop = await Workshop.open('demo');
    const complaints = listenForComplaints(page);
    const hands = new Hands(page);
    await signIn(page, workshop.url);
    await takeIn(page, {
      who: 'Skipper Rowe',
      model: 'Ellwick Loft 14',
      label: 'EL14',
      serial: 'EL14-70119',
      wish: 'A second drive',
    });
    await goOn(page, 'match');

    await test.step('twenty seconds: its label is typed, and what it says fills the form', async () => {
      await hands.pressButton(/2\.5-inch bay/, page.locator('p-found-panel'));
      await hands.pressButton(/^empty$/, page.locator('p-found-panel'));
      await blur(page);
      await hands.press('e');
      await hands.type('What stands on it, typed or scanned', 'Corrie Q2 500GB 2.5" 7mm SATA 6Gb/s SSD');
      await hands.press('Tab');
      const drawer = page.locator('.p-drawer');
      await expect(drawer.getByLabel('Size', { exact: true })).toHaveValue('500');
      await expect(drawer.getByLabel('How high')).toHaveValue('7');
      await hands.type('Maker', 'Corrie');
      await hands.type('Type', 'Q2');
      await hands.pressButton('This is in my hand', drawer);
      await expect(page.locator('.p-drawer')).toHaveCount(0);
      await expect(page.locator('p-change-strips')).toContainText('Corrie Q2 500 GB');
      await expect(page.locator('p-change-strips')).toContainText('own');
      await hands.pressButton(/^Take this drive/);
      await expect(page.locator('header')).toContainText('Corrie Q2 500 GB');
    });

    await test.step('its frame is not bought: what holds it instead is said', async () => {
      await hands.pressButton('Do without', page.locator('p-extras-of li').filter({ hasText: 'frame' }));
      await hands.type('What is done instead', 'Held by foam and tape');
      await hands.pressButton('So it is done');
      await expect(page.locator('p-extras-of')).toContainText('so said by Ines');
      await goOn(page, 'agree');
    });

    await test.step('it is on no bill, and warranted by nobody here', async () => {
      await agreed(page, 'Skipper Rowe');
      await expect(page.getByRole('main')).not.toContainText('Corrie Q2 500 GB 0.00');
      await goOn(page, 'safeguard');
      await safeguarded(page, 'a stick');
      await walk(page, 'You are at the slot.');
      await goOn(page, 'change');
      await expect(page.getByLabel('Serial of the old drive')).toHaveCount(0);
      await hands.type('Serial of the new drive', 'CQ2-0091');
      await hands.press('Enter');
      await blur(page);
      await walk(page, 'The new drive is in.');
      const open = page.getByRole('button', { name: 'Go on to try' });
      if (await open.count()) {
        await goOn(page, 'try');
        await listed(page, '500.1');
      }
      await goOn(page, 'way out');
      await walk(page, 'It is closed.');
      await goOn(page, 'set up');
      await setUpAll(page);
      await goOn(page, 'prove');
      await proveAll(page, '500.1', '510', false);
      await goOn(page, 'hand over');
      await payAndHandOver(page);
      await readPaper(page, (text) => {
        expect(text).toContain(
          'Corrie Q2 500 GB fitted in the 2.5-inch bay, right. Serial CQ2-0091. It is your own.',
        );
        expect(text).toMatch(/Held by foam and tape, instead of: frame/);
        expect(text).not.toContain('On the parts we fitted');
        expect(text).not.toContain('What was wrong');
      });
    });
    expect(complaints).toEqual([]);
  });

  test('a battery alone: no drive is spoken of from the counter to the page', async ({ page }) => {
    workshop = await Workshop.open('demo');
    const complaints = listenForComplaints(page);
    const hands = new Hands(page);
    await signIn(page, workshop.url);
    await takeIn(page, {
      who: 'Harbour choir',
      model: 'Tarnwell Fen 14',
      label: 'tf14',
      serial: 'TF14-2K-77016',
      wish: 'A new battery',
    });
    await goOn(page, 'match');
    await expect(page.locator('p-change-strips')).toContainText('New battery');
    // No list knows the one that was bought for it: by its label, then held beside the old one.
    await blur(page);
    await hands.press('e');
    await hands.type('What stands on it, typed or scanned', 'Li-ion 11.4 V 4600 mAh');
    await hands.press('Tab');
    const drawer = page.locator('.p-drawer');
    await expect(drawer.getByLabel('Watt-hours')).toHaveValue('52.4');
    await hands.type('Maker', 'Skerry');
    await hands.type('Type', 'C4');
    await hands.choose(drawer.getByRole('group', { name: 'Whose it is' }), 'bought for this job');
    await hands.type(/^Price without tax/, '58');
    await hands.pressButton('This is in my hand', drawer);
    await expect(page.locator('.p-drawer')).toHaveCount(0);
    const take = page.getByRole('button', { name: /^Take this change/ });
    for (const seen of ['no larger', 'the same plug', 'the same order']) {
      await expect(take).toHaveAttribute('aria-disabled', 'true');
      await blur(page);
      await hands.press('m');
      await hands.pressButton(seen, drawer);
      await expect(page.locator('.p-drawer')).toHaveCount(0);
    }
    await hands.pressButton(/^Take this change/);
    await expect(page.locator('header')).toContainText(/battery/i);
    await goOn(page, 'agree');
    await agreed(page, 'Harbour choir');
    await goOn(page, 'safeguard');
    await expect(page.getByRole('main')).not.toContainText(/old drive|new drive/i);
    await goOn(page, 'way in');
    const walked = await stepsShown(page);
    await walk(page, 'You are at the place.');
    await goOn(page, 'change');
    await walk(page, 'It is changed.');
    expect(walked.join('; ')).not.toMatch(/drive out|new drive/i);
    const direct = page.getByRole('button', { name: 'Go on to way out' });
    if ((await direct.count()) === 0) {
      await goOn(page, 'try');
      await hands.pressButton('As it should', page.locator('p-change-shown'));
    }
    await goOn(page, 'way out');
    await walk(page, 'It is closed.');
    await goOn(page, 'set up');
    await setUpAll(page);
    await goOn(page, 'prove');
    await expect(page.getByText('What firmware lists')).toHaveCount(0);
    await hands.pressButton('As it should', page.locator('p-change-shown'));
    for (const group of await page.locator('p-unplugged').getByRole('group').all())
      await hands.choose(group, 'works');
    await blur(page);
    await hands.press('g');
    await goOn(page, 'hand over');
    await expect(page.getByRole('heading', { name: /Where the old drive goes/ })).toHaveCount(0);
    await hands.pressButton('Settle', page.locator('p-removed-panel'));
    await hands.reach(page.getByLabel(/^Where .* goes$/));
    await page.keyboard.type('back');
    await hands.pressButton('Keep it', page.locator('p-removed-panel'));
    await payAndHandOver(page);
    await readPaper(page, (text) => {
      expect(text).toMatch(/Wished for\s+a new battery/);
      expect(text).not.toMatch(/new drive|old drive/i);
    });
    expect(complaints).toEqual([]);
  });
});
