import { shippedDiagnosis } from '@petrichor/core/diagnose';
import type { JobCommand } from '@petrichor/core/job';
import { ataReport } from '../../../../../core/src/testing/reports';
import { m2Drive, model, TestJob } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { WasIt } from '../prove/was-it';
import { findObservations } from './add-finding';
import { AfterSwap } from './after-swap';
import { Readings } from './readings';

const knowledge = { models: [model()], drives: [m2Drive()] };
const bench = (...commands: JobCommand[]) => new TestJob().must(...commands).job;
/** Until the weighing of the last change is drawn. */
const weighed = async (screen: { settle(): Promise<void> }) => {
  for (let turn = 0; turn < 4; turn++) {
    await new Promise((done) => setTimeout(done, 10));
    await screen.settle();
  }
};
const text = (screen: { element: HTMLElement }) => screen.element.textContent.replace(/\s+/g, ' ');
const heading = (screen: { element: HTMLElement }) => screen.element.querySelector('h1')!.textContent.trim();

it('after the swap has causes of its own', async () => {
  const job = jobAt('try').must({
    type: 'observe',
    about: 'after',
    observation: 'fans-flat-out',
    seen: 'seen',
  }).job;
  const screen = await JobScreenHarness.of(AfterSwap, job, knowledge);
  await weighed(screen);
  expect(heading(screen)).toMatch(/sensor/);
  expect(text(screen)).not.toContain('Cured without a drive');
});

describe('was it?', () => {
  it('is said at Prove: yes, something else, or cannot tell', async () => {
    const screen = await JobScreenHarness.of(WasIt, jobAt('prove').job, knowledge);
    expect(text(screen)).toContain('Was it “flash worn, or out of spare”?');
    await screen.press(/^yes$/);
    expect(screen.job.confirmed).toMatchObject({ causeIds: ['flash-worn'] });
    await screen.press('cannot tell');
    expect(screen.job.confirmed).toMatchObject({ causeIds: [] });
    expect(text(screen)).toContain('Nobody can tell');
  });
});

describe('finding by a few letters', () => {
  const { observations } = shippedDiagnosis('before');
  const found = (typed: string) => findObservations(observations, typed).map((one) => one.id);
  it.each([
    ['clic', 'clicks'],
    ['plug', 'plug-askew'],
    ['crc', 'link-errors'],
    ['smart 197', 'pending'],
    ['blue screen', 'crashes'],
  ])('“%s” finds %s', (typed, id) => expect(found(typed)).toContain(id));
  it('puts what is called so before what is only like it', () =>
    expect(found('link')[0]).toBe('link-errors'));
  it('finds nothing where nothing is', () => expect(found('xylophone')).toEqual([]));
});

it('a self-report of a mechanical drive says nothing of wear', async () => {
  const screen = await JobScreenHarness.of(
    Readings,
    bench({ type: 'read-report', source: 'file', name: 'r', report: ataReport() }),
    knowledge,
  );
  expect(text(screen)).toContain('Corrie D7 1000 · CD7-1');
  expect(text(screen)).not.toContain('% used');
});
