import { copiesOnRecord } from '@petrichor/core/job';
import { model } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { CopyElsewhere } from './copy-elsewhere';

const shown = () =>
  JobScreenHarness.of(CopyElsewhere, jobAt('safeguard').job, { models: [model()], drives: [] });

describe('a copy that the dock did not make', () => {
  it('counts once somebody says with what, and how it was compared', async () => {
    const screen = await shown();
    await screen.press('It is made');
    expect(copiesOnRecord(screen.job)).toEqual([]);
    expect(screen.element.querySelector('#copy-made-fault')!.textContent).toBe(
      'Say with what it was made, and where.',
    );
    await screen.type('#copy-made', 'bench reader, store 2');
    await screen.press('the files');
    await screen.press('It is made');
    // Nothing counts as compared, or as not, that nobody said.
    expect(screen.element.querySelector('#copy-compared-fault')!.textContent).toContain(
      'Say how it was compared',
    );
    await screen.press('not compared');
    await screen.press('It is made');
    expect(copiesOnRecord(screen.job)).toMatchObject([
      {
        proof: 'stated',
        copy: { what: 'files', made: 'bench reader, store 2', compared: 'not', by: { name: 'Ines' } },
      },
    ]);
    expect(screen.element.textContent).toContain(
      'The files copied with bench reader, store 2, not compared.',
    );
  });

  it('is taken back by one press', async () => {
    const screen = await shown();
    await screen.type('#copy-made', 'bench reader');
    await screen.press('compared from end to end');
    await screen.press('It is made');
    await screen.press('That is not so');
    expect(copiesOnRecord(screen.job)).toEqual([]);
    expect(screen.button('It is made')).toBeTruthy();
  });
});
