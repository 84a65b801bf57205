import { PartSchema, ScrewSchema } from '@petrichor/core/hardware';
import { holesToFill, nextTick, type JobState } from '@petrichor/core/job';
import { model } from '../../../../../core/src/testing/samples';
import { jobAt } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { AnotherScrew } from './another-screw';
import { UnsettledScrews } from './unsettled-screws';

const SHORTER = {
  ...PartSchema.parse({
    kind: 'screw',
    id: 'screw-m2-4',
    name: 'M2 × 4 pan',
    drawer: 'S2',
    inStock: 6,
    priceMinor: 20,
    screw: ScrewSchema.parse({ thread: 'M2', lengthMm: 4, head: 'pan', bit: 'PH0' }),
  }),
  kind: 'screw' as const,
  screw: ScrewSchema.parse({ thread: 'M2', lengthMm: 4, head: 'pan', bit: 'PH0' }),
};
const OF_ANOTHER_THREAD = { ...SHORTER, id: 'm3', screw: { ...SHORTER.screw, thread: 'M3' as const } };

function atHoles(): JobState {
  const bench = jobAt('way-out');
  while (holesToFill(bench.job).length === 0) {
    bench.must(nextTick(bench.job, true)!);
    bench.clock += 20;
  }
  return bench.job;
}

const opened = () =>
  JobScreenHarness.of(
    AnotherScrew,
    atHoles(),
    { models: [model()], drives: [], parts: [SHORTER, OF_ANOTHER_THREAD] },
    { open: true },
  );
const drawer = () => document.querySelector('.p-drawer')?.textContent ?? '';
async function type(screen: JobScreenHarness<unknown>, selector: string, text: string): Promise<void> {
  const field = document.querySelector<HTMLInputElement>(selector)!;
  field.value = text;
  field.dispatchEvent(new Event('input'));
  await screen.settle();
}
async function choose(screen: JobScreenHarness<unknown>, words: string): Promise<void> {
  const label = [...document.querySelectorAll('.p-drawer label')].find((one) =>
    one.textContent?.includes(words),
  )!;
  label.querySelector('input')!.click();
  await screen.settle();
}

describe('another screw in a hole', () => {
  it('offers what has the thread, asks what nobody knows, and goes in once it holds', async () => {
    const screen = await opened();
    expect(drawer()).toContain('M2 × 4 pan, drawer S2; to be looked at');
    expect(drawer()).not.toContain('M3');
    await screen.press('lost');
    await choose(screen, 'M2 × 4 pan');
    expect(drawer()).toContain('turns fewer than its own');
    await screen.press('It is in');
    expect(screen.job.substitutes).toEqual([]);
    await type(screen, '#hole-turns', '4');
    // Its head was never measured: one looks.
    expect(drawer()).toContain('does its head sit flat');
    await screen.press('yes');
    await screen.press('It is in');
    expect(screen.job.substitutes).toMatchObject([
      { became: 'lost', from: 'shelf', partId: 'screw-m2-4', count: 1, seen: { turns: 4, headSits: true } },
    ]);
    expect(document.querySelector('.p-drawer form')).toBeNull();
  });

  it('takes one that is none of the shelf’s, from somebody who wants it back', async () => {
    const screen = await opened();
    await screen.press('worn or broken');
    await choose(screen, 'none of these');
    await screen.press('borrowed');
    await type(screen, '#screw-where', 'bench 2');
    await type(screen, '#screw-length', '5');
    await screen.press('yes');
    await screen.press('It is in');
    expect(screen.job.substitutes).toMatchObject([{ from: 'borrowed', where: 'bench 2', partId: null }]);
  });

  it('says beside the field what is missing', async () => {
    const screen = await opened();
    await screen.press('It is in');
    expect(drawer()).toContain('Say which screw goes in instead.');
    expect(screen.job.substitutes).toEqual([]);
  });
});

it('what is lost or owed is settled by one press each', async () => {
  const job = atHoles();
  const screen = await JobScreenHarness.of(
    UnsettledScrews,
    {
      ...job,
      substitutes: [
        {
          id: 's1',
          stepId: 'out:screws',
          title: 'Undo screws',
          key: 'short',
          own: SHORTER.screw,
          became: 'lost',
          count: 1,
          screw: OF_ANOTHER_THREAD.screw,
          from: 'borrowed',
          partId: null,
          where: 'bench 2',
          seen: { depthMm: null, turns: null, headSits: true },
          sentence: '',
          tick: 0,
          lostSettled: null,
          givenBack: null,
          by: job.openedBy,
          at: job.openedAt,
        },
      ],
    },
    { models: [model()], drives: [] },
  );
  await screen.press('Looked for: not in the machine');
  expect(screen.job.substitutes[0]!.lostSettled).toMatchObject({ how: 'searched' });
  await screen.press('Given back');
  expect(screen.job.substitutes[0]!.givenBack).not.toBeNull();
  expect(screen.element.querySelectorAll('button')).toHaveLength(0);
});
