import { stillOut } from '@petrichor/core/job';
import { model } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { AlsoDrawer } from './also-drawer';

const opened = () =>
  JobScreenHarness.of(AlsoDrawer, jobAt('way-in').job, { models: [model()], drives: [] }, { open: true });
/** In the drawer, which stands outside the element. */
async function type(screen: JobScreenHarness<unknown>, selector: string, text: string): Promise<void> {
  const field = document.querySelector<HTMLInputElement>(selector)!;
  field.value = text;
  field.dispatchEvent(new Event('input'));
  await screen.settle();
}

describe('something that the guide does not know of', () => {
  it('goes on the tray with its count, and the drawer is empty for the next', async () => {
    const screen = await opened();
    await type(screen, '#also-what', 'felt pads');
    await screen.press('screws');
    await type(screen, '#also-count', '3');
    await screen.press('On the tray');
    expect(stillOut(screen.job).find((item) => item.label.includes('felt pads'))).toMatchObject({ out: 3 });
    expect(document.querySelector('.p-drawer #also-what')).toBeNull();
  });

  it('is refused in words without a name or a number, and what was typed stays', async () => {
    const screen = await opened();
    await type(screen, '#also-count', 'some');
    await screen.press('On the tray');
    // Nothing of it can be read as a number, and the field says so.
    expect(document.querySelector('#also-count-fault')!.textContent).toBe('That is not a number.');
    await type(screen, '#also-count', '1');
    await screen.press('On the tray');
    expect(document.querySelector('#also-what-fault')!.textContent).toBe('Say what came out.');
    expect(stillOut(screen.job)).toEqual(stillOut(jobAt('way-in').job));
  });
});
