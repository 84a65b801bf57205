import { currentStep } from '@petrichor/core/job';
import { model } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { WithoutDrawer } from './without-drawer';

const opened = () => {
  const { job } = jobAt('way-in');
  const here = currentStep(job) ?? null;
  return JobScreenHarness.of(WithoutDrawer, job, { models: [model()], drives: [] }, { open: true, here });
};
/** In the drawer, which stands outside the element. */
const pick = (words: string): void => {
  const line = [...document.querySelectorAll<HTMLLabelElement>('.p-drawer label')].find((one) =>
    one.textContent.includes(words),
  );
  line!.querySelector('input')!.click();
};
const say = (text: string): void => {
  const field = document.querySelector<HTMLTextAreaElement>('#why-short')!;
  field.value = text;
  field.dispatchEvent(new Event('input'));
};

describe('a step that cannot be done as it stands', () => {
  it('is left with a reason, and says so without one', async () => {
    const screen = await opened();
    const stepId = currentStep(screen.job)!.step.id;
    await screen.press('Go on without');
    expect(document.querySelector('.p-drawer')!.textContent).toContain('Say what happened.');
    say('two are lost');
    await screen.settle();
    await screen.press('Go on without');
    expect(screen.job.way!.ticks.at(-1)).toMatchObject({ stepId, short: 'two are lost' });
  });

  it('is not in this machine: it goes from the way, with its way back', async () => {
    const screen = await opened();
    const stepId = currentStep(screen.job)!.step.id;
    pick('Not here');
    await screen.settle();
    await screen.press('It is not here');
    expect(screen.job.way!.steps.map(({ id }) => id)).not.toContain(stepId);
    expect(screen.job.way!.anew).toMatchObject({ why: 'not-here' });
  });

  it('does not come, and nothing leads around it: that is said, and nothing changes', async () => {
    const screen = await opened();
    const { way } = screen.job;
    pick('does not come');
    say('its heads are worn round');
    await screen.settle();
    await screen.press('Find another way');
    expect(document.querySelector('.p-drawer')!.textContent).toContain('No way leads around it');
    expect(screen.job.way).toBe(way);
  });
});
