import { jobAt } from '../../../../../core/src/testing/walks';
import { model } from '../../../../../core/src/testing/samples';
import { currentStep, type JobState } from '@petrichor/core/job';
import type { Operation } from '@petrichor/core/hardware';
import { JobScreenHarness } from '../../../testing/job-screen';
import { StepFacts } from './step-facts';

/** The job at its first step, the screws; its guide says more of that. */
async function shown(own: Partial<Operation>, guide: object = {}, captive = false): Promise<string> {
  const { job } = jobAt('way-in');
  const way = job.way!;
  const steps = way.steps.map((step) =>
    step.operationId === 'screws'
      ? { ...step, moves: step.moves.map((one) => (one.kind === 'screw' ? { ...one, captive } : one)) }
      : step,
  );
  const operations = way.guide!.operations.map((one) => (one.id === 'screws' ? { ...one, ...own } : one));
  const walked: JobState = { ...job, way: { ...way, steps, guide: { ...way.guide!, ...guide, operations } } };
  const { step } = currentStep(walked)!;
  const screen = await JobScreenHarness.of(StepFacts, walked, { models: [model()], drives: [] }, { step });
  return screen.element.textContent ?? '';
}

describe('what is said at a step', () => {
  it('nothing more than the guide has', async () => {
    const words = await shown({});
    expect(words).not.toMatch(/manual|Captive|draft/);
  });

  it.each([
    [{ manual: { title: 'Fen 14 service manual', address: null } }, 'Fen 14 service manual, page 31.'],
    [{}, 'The maker’s manual, page 31.'],
  ])('the page of the maker’s manual, by its title: %j', async (guide, words) =>
    expect(await shown({ page: 31 }, guide)).toContain(words),
  );

  it('that a captive screw is only loosened', async () =>
    expect(await shown({}, {}, true)).toContain('loosen only, they stay in'));

  it('that nobody has reviewed the guide', async () =>
    expect(await shown({}, { state: 'draft' })).toContain('nobody has reviewed it'));
});
