import { TestBed } from '@angular/core/testing';
import { GuideSchema, type TakenThing } from '@petrichor/core/hardware';
import { currentStep, nextTick, type JobState, mainDrive } from '@petrichor/core/job';
import { bayDrive, m2Drive, model, TestJob } from '../../../../core/src/testing/samples';
import { jobAt, finishPart } from '../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../testing/job-screen';
import { JobDesk } from '../state/jobs/job-desk';
import { GateBar } from './gate-bar';
import { MatchSection } from './match/match';
import { WaySection } from './way/way';

const knowledge = {
  models: [model()],
  drives: [m2Drive(), m2Drive({ id: 'skerry-t4', maker: 'Skerry', name: 'T4', topHeight: null }), bayDrive()],
};

describe('the foot of a job', () => {
  const at = (
    phase: Parameters<typeof jobAt>[0],
    prepare: (bench: ReturnType<typeof jobAt>) => void = () => undefined,
  ) => {
    const bench = jobAt(phase);
    prepare(bench);
    return JobScreenHarness.of(GateBar, bench.job, knowledge, { phase });
  };

  it('says what is missing and does not go on', async () => {
    const screen = await at('diagnose');
    expect(screen.element.textContent).toContain('Say what you conclude, and why.');
    await screen.key('Enter');
    expect(screen.job.phase).toBe('diagnose');
    // Said once, where it stood before; the list is pointed at, and the button stays where it was.
    expect(screen.element.textContent.match(/Add at least one thing/g)).toHaveLength(1);
    expect(screen.element.querySelector('ul')!.className).toContain('pointed');
  });

  it('goes on pointing at it while other things happen on the job', async () => {
    const screen = await at('diagnose');
    await screen.key('Enter');
    TestBed.inject(JobDesk).give(screen.job, { type: 'note', text: 'the lid creaks', stepId: null });
    await screen.settle();
    expect(screen.job.notes).toHaveLength(1);
    expect(screen.element.querySelector('ul')!.className).toContain('pointed');
  });

  it('goes on with Enter once nothing is missing', async () => {
    const screen = await at('diagnose', finishPart);
    expect(screen.element.textContent).toContain('Nothing is missing here.');
    await screen.key('Enter');
    expect(screen.job.phase).toBe('match');
  });

  it('lists the first few of many, and how many more', async () => {
    const prove = jobAt('prove');
    const many = await JobScreenHarness.of(
      GateBar,
      {
        ...prove.job,
        intake: {
          ...prove.job.intake,
          baseline: { ...prove.job.intake.baseline, screen: 'works', camera: 'works' },
        },
      },
      knowledge,
      { phase: 'prove' },
    );
    expect(many.element.textContent).toContain('and 4 more, above');
  });

  it('waives with a reason, and only with one', async () => {
    const screen = await at('safeguard', (bench) =>
      bench.must({
        type: 'decide-safeguard',
        safeguard: {
          plan: 'rescue',
          backup: 'none',
          backupWhere: '',
          recoveryKey: 'not-encrypted',
          note: '',
        },
      }),
    );
    await screen.press('Waive, with a reason');
    await screen.press('Waive it');
    expect(document.body.textContent).toContain('Say why, in a few words.');
    await screen.type('#waiver-reason', 'customer signed for it');
    await screen.press('Waive it');
    expect(screen.job.waivers).toMatchObject([{ code: 'backup', reason: 'customer signed for it' }]);
  });

  it('takes the job back to a part one looks at', async () => {
    const bench = jobAt('way-in');
    const screen = await JobScreenHarness.of(GateBar, bench.job, knowledge, { phase: 'match' });
    await screen.press('Take the job back to Match');
    expect(screen.job.phase).toBe('match');
  });
});

describe('the way', () => {
  const walking = () => JobScreenHarness.of(WaySection, jobAt('way-in').job, knowledge);

  it('counts screws with Space, the rest with Shift and Space, and takes back with Ctrl and Z', async () => {
    const screen = await walking();
    expect(screen.element.querySelector('h1')!.textContent).toContain('Do screws');
    expect(screen.element.textContent).toContain('First turn the machine: base up.');
    await screen.key(' ');
    expect(screen.element.textContent).toContain('1 of 3');
    await screen.key(' ', { shiftKey: true });
    expect(screen.step).toBe('in:cover-off');
    await screen.key('z', { ctrlKey: true });
    expect(screen.step).toBe('in:screws');
    expect(screen.job.tray.find((item) => item.kind === 'screw')!.out).toBe(1);
  });

  it('loses no key pressed before the screen is drawn again', async () => {
    const screen = await walking();
    for (let press = 0; press < 3; press++)
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key: ' ', bubbles: true, cancelable: true }),
      );
    await screen.settle();
    expect(screen.step).toBe('in:cover-off');
    expect(screen.element.querySelector('[role=alert]')!.textContent).toBe('');
  });

  it('looks ahead without doing', async () => {
    const screen = await walking();
    await screen.key('ArrowRight');
    expect(screen.element.querySelector('h1')!.textContent).toContain('Do cover-off');
    expect(screen.element.textContent).toContain('Looked at only');
    await screen.key(' ');
    expect(screen.element.querySelector('h1')!.textContent).toContain('Do screws');
    expect(screen.job.way!.ticks).toEqual([]);
  });

  it('keeps a note with its step', async () => {
    const screen = await walking();
    await screen.key('n');
    await screen.type('#words', 'Screw 2 is stripped.');
    await screen.press('Keep it');
    expect(screen.job.notes).toMatchObject([{ text: 'Screw 2 is stripped.', stepId: 'in:screws' }]);
  });

  it('says clips, plugs, power and what to look at where the hand is, and what a screw must not go into on the way back', async () => {
    const told = model({
      guide: GuideSchema.parse({
        ...model().guide,
        operations: model().guide.operations.map((one) =>
          one.id === 'screws'
            ? {
                ...one,
                live: true,
                clips: { startAt: 'the hinge', deepestMm: 5 },
                checks: ['the lid is shut'],
                takes: one.takes.flatMap((thing): TakenThing[] =>
                  thing.kind === 'screw'
                    ? [
                        {
                          ...thing,
                          behind: 'board',
                          holes: thing.holes.map((hole) => ({ ...hole, depthMm: 5.5 })),
                        },
                        {
                          ...thing,
                          key: 'long',
                          label: 'long',
                          screw: { ...thing.screw, lengthMm: 8 },
                          holes: [{ xMm: 9, yMm: 9, depthMm: 9 }],
                        },
                      ]
                    : [thing],
                ),
              }
            : one,
        ),
      }),
    });
    const bench = new TestJob([told]);
    const walkOn = (until: JobState['phase']) => {
      while (bench.job.phase !== until) {
        finishPart(bench);
        bench.must({ type: 'advance', from: bench.job.phase });
      }
    };
    walkOn('way-in');
    const screen = await JobScreenHarness.of(WaySection, bench.job, { ...knowledge, models: [told] });
    const text = screen.element.querySelector('p-step-facts')!.textContent;
    for (const words of ['still has power', 'at the hinge, no deeper than 5 mm', 'the lid is shut'])
      expect(text).toContain(words);
    expect(text).not.toContain('Not in here');
    walkOn('way-out');
    while (currentStep(bench.job)!.step.id !== 'out:screws') bench.must(nextTick(bench.job, true)!);
    TestBed.resetTestingModule();
    const back = await JobScreenHarness.of(WaySection, bench.job, { ...knowledge, models: [told] });
    expect(back.element.querySelector('p-step-facts')!.textContent).toMatch(
      /Not in here:.*M2 × 8 pan in 3 holes.*into the main board/,
    );
  });

  it('counts the screws on the mat and says where one left over belongs', async () => {
    const screen = await walking();
    await screen.key(' ');
    await screen.key('c');
    const more = [...document.querySelectorAll('button')].find(
      (one) => one.getAttribute('aria-label') === 'One more M2 × 5 pan',
    )!;
    // What lies there is asked before it is told what should.
    expect(document.querySelector<HTMLInputElement>('.p-drawer .stepper input')!.value).toBe('');
    expect(document.body.textContent).not.toContain('by the steps: 1');
    await screen.press('That is what lies here');
    expect(document.body.textContent).toContain('Count M2 × 5 pan first');
    more.click();
    more.click();
    await screen.press('That is what lies here');
    expect(screen.job.screwCount!.lines).toMatchObject([{ expected: 1, counted: 2 }]);
    expect(screen.element.textContent).toContain('1 M2 × 5 pan left over');
  });

  it('refuses the front desk in words', async () => {
    const screen = await JobScreenHarness.of(WaySection, jobAt('way-in').job, knowledge, {}, ['desk']);
    await screen.key(' ');
    expect(screen.element.textContent).toContain('Only a technician or the lead does this.');
    expect(screen.job.way!.ticks).toEqual([]);
  });
});

describe('matching', () => {
  const matching = () => JobScreenHarness.of(MatchSection, jobAt('match').job, knowledge);

  it('shows every check with what the drive has and the machine needs', async () => {
    const screen = await matching();
    const rows = [...screen.element.querySelectorAll('tbody tr:not(.sentence)')].map((row) =>
      row.textContent.replace(/\s+/g, ' ').trim(),
    );
    expect(rows.find((row) => row.includes('Height'))).toMatch(/4\.98.*5\.4.*\+0\.42 ±\.18/);
    expect(rows.find((row) => row.includes('Speaks'))).toMatch(/NVMe.*NVMe.*same/);
  });

  it('takes the drive one looks at', async () => {
    const screen = await matching();
    await screen.key('t');
    expect(mainDrive(screen.job)).toMatchObject({
      drive: { id: 'pellow-p3' },
      verdict: { outcome: 'extras' },
    });
  });

  it('does not take what cannot be said yet, until it is measured', async () => {
    const screen = await matching();
    await screen.key('ArrowDown');
    expect(screen.element.querySelector('h1')!.textContent).toContain('Cannot say yet.');
    await screen.key('t');
    expect(mainDrive(screen.job)).toBeNull();
    await screen.key('m');
    await screen.type('#reading', '1,38');
    await screen.press('Keep this reading');
    expect(screen.job.measured['skerry-t4']!.topHeight).toEqual({
      mm: 1.38,
      plusMinusMm: 0.05,
      from: 'callipers',
    });
    expect(screen.element.querySelector('h1')!.textContent).toContain('Fits with one extra.');
  });

  it('judges anew when the need is stated', async () => {
    const screen = await matching();
    await screen.type('#wanted', '2000');
    document.querySelector<HTMLInputElement>('#wanted')!.dispatchEvent(new Event('blur'));
    await screen.settle();
    expect(screen.job.need.wantedGb).toBe(2000);
    expect(screen.element.querySelector('h1')!.textContent).toContain('Does not fit.');
  });
});
