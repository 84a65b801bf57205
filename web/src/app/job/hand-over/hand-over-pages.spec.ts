import type { JobState } from '@petrichor/core/job';
import { model, judgedPart } from '../../../../../core/src/testing/samples';
import { jobAt, payAndHandOver } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { PaperScreen } from './paper';
import { RemovedPanel } from './removed-panel';
import { WorkshopPaperScreen } from './workshop-paper';

const knowledge = { models: [model()], drives: [] };
const words = (screen: JobScreenHarness<unknown>): string => screen.element.textContent.replace(/\s+/g, ' ');
const done = (): JobState =>
  payAndHandOver(
    jobAt('hand-over').must({
      type: 'settle-old-drive',
      fate: 'kept-as-fallback',
      until: '2026-05-14',
      note: 'drawer 2',
    }),
  ).job;

describe('the pages', () => {
  it('for the customer says in plain words what became of it all', async () => {
    const screen = await JobScreenHarness.of(PaperScreen, done(), knowledge, { jobId: 'job-1' });
    for (const said of [
      'All of the old drive was copied to the new drive, compared from end to end.',
      'Kept here as fallback until 14 May 2026.',
      'Received by Ms Quist',
    ])
      expect(words(screen)).toContain(said);
    // What was written for the workshop stays there.
    expect(words(screen)).not.toContain('drawer 2');
    expect(words(screen)).not.toContain('Guide version');
    expect(screen.button(/^As PDF, A4/)).toBeTruthy();
    await screen.press('Letter instead');
    expect(screen.button(/^As PDF, Letter/)).toBeTruthy();
  });

  it('for the workshop says what it wants to find again', async () => {
    const screen = await JobScreenHarness.of(WorkshopPaperScreen, done(), knowledge, { jobId: 'job-1' });
    expect(words(screen)).toContain('Guide version');
  });
});

describe('old parts', () => {
  const withPart = (): JobState => {
    const { job } = jobAt('hand-over');
    return {
      ...job,
      changes: [...job.changes, judgedPart('c1', 'battery', 'cell', 'Selker C4', 'Selker C3')],
    };
  };

  it('are settled one by one, and otherwise later', async () => {
    const screen = await JobScreenHarness.of(RemovedPanel, withPart(), knowledge);
    expect(words(screen)).toContain('Selker C3');
    await screen.press('Settle');
    const fate = screen.element.querySelector<HTMLSelectElement>('#removed-fate')!;
    fate.value = 'kept';
    fate.dispatchEvent(new Event('change'));
    await screen.settle();
    await screen.press('Keep it');
    expect(screen.element.querySelector('[role=alert]')!.textContent).not.toBe('');
    await screen.type('#removed-until', '2026-05-20');
    await screen.press('Keep it');
    expect(words(screen)).toContain('until 20 May 2026');
    await screen.press('Otherwise');
    const again = screen.element.querySelector<HTMLSelectElement>('#removed-fate')!;
    again.value = 'bought-in';
    again.dispatchEvent(new Event('change'));
    await screen.settle();
    await screen.type('#removed-amount', '12.50');
    screen.element.querySelector('#removed-amount')!.dispatchEvent(new Event('blur'));
    await screen.press('Keep it');
    expect(words(screen)).toContain('12.50');
  });

  it('are none where only the drive was changed', async () => {
    expect(words(await JobScreenHarness.of(RemovedPanel, jobAt('hand-over').job, knowledge)).trim()).toBe('');
  });
});
