import { companionsIn } from '@petrichor/core/job';
import { batteryPlace, m2Slot, model, part, TestJob } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { CompanionsPanel } from './companions-panel';

const card = part({
  kind: 'battery',
  id: 'cell',
  name: 'Selker C4',
  inStock: 2,
  priceMinor: 5400,
  wattHours: 50,
  connector: 'five blades',
  wireOrder: 'red red white black black',
  lengthMm: 200,
  widthMm: 80,
  heightMm: 6,
});
const { connector, wireOrder, lengthMm, widthMm, heightMm } = {
  connector: 'five blades',
  wireOrder: 'red red white black black',
  lengthMm: 200,
  widthMm: 80,
  heightMm: 6,
};
/** A model that has a place for it: of another, nobody could say. */
const FEN = model({
  places: [m2Slot(), batteryPlace({ connector, wireOrder, lengthMm, widthMm, heightMm })],
});
const knowledge = { models: [FEN], drives: [], parts: [card] };
const words = (screen: JobScreenHarness<unknown>): string => screen.element.textContent.replace(/\s+/g, ' ');

/** A bench on which the part was just fitted in place of another. */
function onTrial(): TestJob {
  const bench = new TestJob([FEN]);
  bench.job = jobAt('set-up').job;
  bench.parts = [card];
  return bench.must({
    type: 'fit-companion',
    companionId: '00000000-0000-4000-8000-000000000009',
    kind: 'battery',
    partId: 'cell',
    original: 'Selker C3',
    limitMinutes: 30,
  });
}

describe('a part on trial', () => {
  it('goes in from the shelf, with the minutes it gets', async () => {
    const screen = await JobScreenHarness.of(CompanionsPanel, jobAt('set-up').job, knowledge);
    await screen.press(/went in$/);
    await screen.press('battery');
    const select = screen.element.querySelector<HTMLSelectElement>('#companion-part')!;
    select.value = 'cell';
    select.dispatchEvent(new Event('change'));
    await screen.type('#companion-original', 'Selker C3');
    await screen.press('It is in');
    expect(companionsIn(screen.job)).toMatchObject([
      { thing: { label: 'Selker C4' }, original: 'Selker C3', limitMinutes: 30, judged: null },
    ]);
    expect(words(screen)).toContain('on trial, 30 min, in place of Selker C3');
  });

  it('is rolled back in order, with what did not work', async () => {
    const screen = await JobScreenHarness.of(CompanionsPanel, onTrial().job, knowledge);
    // It went in long ago, by the bench's clock.
    expect(words(screen)).toContain('its 30 min are over: say that it works, or roll it back');
    await screen.press('Roll back');
    await screen.press('Roll it back');
    expect(words(screen)).toContain('Say what did not work');
    await screen.type('#roll-why', 'firmware refuses it');
    await screen.press('Roll it back');
    expect(words(screen)).toContain('rolled back: firmware refuses it');
    expect(words(screen)).not.toContain('Back on the shelf');
    await screen.press('Selker C3 refitted');
    await screen.press('Back on the shelf');
    expect(companionsIn(screen.job)[0]).toMatchObject({
      judged: { outcome: 'rolled-back' },
      originalRefitted: { by: { name: 'Ines' } },
      partReturned: { by: { name: 'Ines' } },
    });
    expect(words(screen)).toContain('firmware refuses it; back on the shelf');
  });

  it('that no place in the model answers for is ‘cannot say’, before it goes in and when it is tried', async () => {
    const screen = await JobScreenHarness.of(CompanionsPanel, jobAt('set-up').job, {
      ...knowledge,
      models: [model()],
    });
    await screen.press(/went in$/);
    await screen.press('battery');
    const select = screen.element.querySelector<HTMLSelectElement>('#companion-part')!;
    select.value = 'cell';
    select.dispatchEvent(new Event('change'));
    await screen.settle();
    expect(words(screen)).toContain('Cannot say: the document of this model names no place for a battery.');
    await screen.press('It is in');
    expect(companionsIn(screen.job)).toEqual([]);
    expect(words(screen)).toContain('A lead may have it tried all the same.');
  });

  it('that works is settled, once', async () => {
    const screen = await JobScreenHarness.of(CompanionsPanel, onTrial().job, knowledge);
    await screen.press('Works');
    expect(companionsIn(screen.job)[0]!.judged?.outcome).toBe('works');
    expect(screen.element.querySelectorAll('li button')).toHaveLength(0);
  });
});
