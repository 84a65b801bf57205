import { model } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { NextTime } from './next-time';

it('keeps what to look at next time, and says beside the field where nothing was written', async () => {
  const screen = await JobScreenHarness.of(NextTime, jobAt('hand-over').job, {
    models: [model()],
    drives: [],
  });
  await screen.press('Keep it');
  expect(screen.element.textContent).toContain('Write down what to look at.');
  const field = screen.element.querySelector<HTMLInputElement>('#next-time')!;
  field.value = 'The left hinge is stiff.';
  field.dispatchEvent(new Event('input'));
  await screen.settle();
  await screen.press('Keep it');
  expect(screen.job.notes.at(-1)).toMatchObject({ kind: 'next-time', text: 'The left hinge is stiff.' });
  expect(screen.element.querySelector('li')!.textContent).toContain('The left hinge is stiff.');
});
