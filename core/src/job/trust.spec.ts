import { BARE_START } from '../hardware/index.js';
import { model, part, TestJob } from '../testing/samples.js';
import { jobAt, finishPart, walkLeg, soundAtSafeguard } from '../testing/walks.js';
import { customerPage, workshopPage } from '../papers/index.js';
import { billNow } from './reading/agreement.js';
import { copiesOnRecord } from './reading/copies.js';
import { crossingOf } from './reading/crossing-of.js';
import { missing } from './gates/index.js';
import { answersNow } from './reading/safeguard.js';
import { stakeOf } from './reading/stake.js';
import { sayItem, stillOut } from './reading/tray.js';
import { currentStep } from './reading/walk.js';
import type { JobCommand } from './commands/index.js';

const codes = (bench: TestJob) => missing(bench.job).map((one) => one.code);
const CLICKS = { type: 'observe', observation: 'clicks', seen: 'seen' } as const;
const told = (bench: TestJob, own: object) => {
  bench.job = { ...bench.job, intake: { ...bench.job.intake, ...own } };
  return bench;
};

describe('what is at stake', () => {
  it.each(['Nothing may be lost, it is all irreplaceable', 'nothing', 'Nothing, all of it is on the server'])(
    'is not read out of the words ‘%s’: a clicking drive stops',
    (mustNotLose) => {
      const bench = told(new TestJob(), { mustNotLose }).must(CLICKS);
      expect(stakeOf(bench.job)).toBe('unknown');
      expect(bench.job.stop?.ruleId).toBe('clicks');
    },
  );

  it('is what the counter was answered, until somebody at the bench says otherwise', () => {
    const bench = told(new TestJob(), { stake: 'none' }).must(CLICKS);
    expect(bench.job.stop).toBeNull();
    bench.must({ type: 'state-stake', stake: 'irreplaceable' });
    expect(bench.job.stop?.ruleId).toBe('clicks');
  });

  it('amended at the counter sets the stop off, or lets it fall', () => {
    const bench = new TestJob().must(CLICKS);
    bench.must({ type: 'amend-intake', intake: { ...bench.job.intake, stake: 'copied' } });
    expect(bench.job.stop).toBeNull();
    bench.must({ type: 'amend-intake', intake: { ...bench.job.intake, stake: 'irreplaceable' } });
    expect(bench.job.stop?.ruleId).toBe('clicks');
  });
});

describe('answers before the opening', () => {
  it('count when they are pressed, before and after a way is decided', () => {
    const bench = soundAtSafeguard().must({ type: 'answer-safeguard', answers: { backup: 'made' } });
    expect(answersNow(bench.job).backup).toBe('made');
    bench.must({
      type: 'decide-safeguard',
      safeguard: { plan: 'clone', ...answersNow(bench.job), recoveryKey: 'not-encrypted' },
    });
    expect(codes(bench)).toEqual(['backup', 'backup-where', 'opening:usb-medium']);
    bench.must({ type: 'answer-safeguard', answers: { backup: 'verified', backupWhere: 'shelf 2' } });
    expect(codes(bench)).toEqual(['opening:usb-medium']);
    expect(bench.give({ type: 'answer-safeguard', answers: {} })).toContain('at least one');
  });

  it('know what the counter was told: nothing is asked twice', () => {
    const encrypted = told(jobAt('safeguard'), { encryption: 'yes', recoveryKey: 'sealed' });
    expect(answersNow(encrypted.job).recoveryKey).toBe('sealed');
    expect(crossingOf(encrypted.job, model())?.facts.encryption).toBe('yes');
    const open = told(jobAt('safeguard'), { encryption: 'no' });
    expect(answersNow(open.job).recoveryKey).toBe('not-encrypted');
    expect(crossingOf(open.job, model())?.facts.encryption).toBe('none');
    expect(answersNow(jobAt('safeguard').job)).toMatchObject({ backup: 'unknown', recoveryKey: 'unknown' });
  });

  it('say what is missing as it is: encrypted and nobody has the key, or nobody has said', () => {
    const at = (own: object, recoveryKey: 'nobody' | 'unknown') =>
      told(jobAt('safeguard'), own).must({
        type: 'decide-safeguard',
        safeguard: { plan: 'nothing-to-keep', backup: 'none', backupWhere: '', recoveryKey, note: '' },
      });
    const say = (bench: TestJob) => missing(bench.job).find((one) => one.code === 'recovery-key')?.sentence;
    expect(say(at({}, 'nobody'))).toContain('nobody has the recovery key');
    expect(say(at({ encryption: 'yes' }, 'unknown'))).toContain('It is encrypted');
    expect(say(at({}, 'unknown'))).toContain('whether it is encrypted');
  });
});

describe('a drive that is going', () => {
  const clone = {
    plan: 'clone',
    backup: 'verified',
    backupWhere: 'store',
    recoveryKey: 'not-encrypted',
    note: '',
  } as const;
  const start: JobCommand = {
    type: 'start-run',
    runId: 'r',
    bay: 'A',
    kind: 'clone',
    drive: 'old',
    target: 'new',
    fromByte: 0,
  };

  it('is not cloned, neither decided so nor in the dock; what is sound may be', () => {
    const worn = jobAt('safeguard');
    expect(worn.give({ type: 'decide-safeguard', safeguard: clone })).toContain('not cloned but rescued');
    expect(worn.give(start)).toContain('not cloned but rescued');
    expect(
      soundAtSafeguard().must({ type: 'decide-safeguard', safeguard: clone }, start).job.runs,
    ).toHaveLength(1);
  });

  it('is read by a rescue, and then the clone is made from its image', () => {
    const worn = jobAt('safeguard').must(
      { ...start, kind: 'rescue', runId: 'a' },
      {
        type: 'end-run',
        runId: 'a',
        state: 'done',
        sentence: 'Read.',
        badPlaces: null,
        selfTest: null,
        compared: 'not',
      },
    );
    expect(worn.give(start)).toBeNull();
  });
});

describe('a copy that was planned', () => {
  /** In and tried, the cover still off. */
  const beforeClosing = (plan: 'clone' | 'rescue' = 'clone') => {
    const bench = (plan === 'clone' ? soundAtSafeguard() : jobAt('safeguard')).must(
      {
        type: 'decide-safeguard',
        safeguard: { plan, backup: 'verified', backupWhere: 'store', recoveryKey: 'not-encrypted', note: '' },
      },
      ...['usb-medium', ...(plan === 'rescue' ? ['image-store'] : [])].map((checkId): JobCommand => ({
        type: 'check-opening',
        checkId,
        outcome: 'done',
        note: '',
      })),
    );
    bench.must({ type: 'advance', from: 'safeguard' });
    for (const phase of ['way-in', 'swap'] as const) {
      finishPart(bench);
      bench.must({ type: 'advance', from: phase });
    }
    finishPart(bench);
    return bench;
  };
  const data = (bench: TestJob) =>
    customerPage(bench.job, { takenIn: 'Tuesday' })
      .rows.find((one) => one.term === 'Your data')
      ?.lines.join(' ');
  const run = (kind: 'clone' | 'rescue', badPlaces = 0): JobCommand[] => [
    { type: 'start-run', runId: 'r', bay: 'A', kind, drive: 'old', target: 'new 1', fromByte: 0 },
    { type: 'note-run', runId: 'r', doneBytes: 512e9, totalBytes: 512e9, badPlaces },
    {
      type: 'end-run',
      runId: 'r',
      state: 'done',
      sentence: 'Across.',
      badPlaces: null,
      selfTest: null,
      compared: kind === 'clone' ? 'whole' : 'not',
    },
  ];

  it('is asked for at the end of Swap where the machine is not tried open', () => {
    const bench = jobAt('swap');
    const untried = {
      ...bench.job,
      way: { ...bench.job.way!, tryBeforeClosing: false },
      move: { ...bench.job.move, copies: [] },
    };
    expect(missing(untried).map((one) => one.code)).toContain('copy');
    expect(
      missing({ ...untried, way: { ...untried.way, tryBeforeClosing: true } }).map((one) => one.code),
    ).not.toContain('copy');
  });

  it('holds the machine open, and the page says that none is on record', () => {
    const bench = beforeClosing();
    expect(codes(bench)).toEqual(['copy']);
    expect(data(bench)).toBe('No copy of your data is on record.');
    bench.must({ type: 'waive', code: 'copy', reason: 'she wants it empty, do not tell the office' });
    expect(codes(bench)).toEqual([]);
    const page = JSON.stringify(customerPage(bench.job, { takenIn: 'Tuesday' }));
    expect(page).not.toContain('do not tell');
    expect(JSON.stringify(workshopPage(bench.job, { when: (at) => at }))).toContain('do not tell');
  });

  it.each<[JobCommand[], string]>([
    [run('clone'), 'All of the old drive was copied, 512 GB, compared from end to end.'],
    [
      run('rescue', 2),
      'What could still be read was copied, 512 GB, not compared. 2 places could not be read. Look through what matters to you.',
    ],
    [
      [{ type: 'state-copy', copy: { what: 'files', made: 'own stick', compared: 'by-eye' } }],
      'Your files were copied to the new drive, looked through by eye. Told by Ines, Tuesday, 14 April 2026.',
    ],
  ])('is on record by the event that proves it', (commands, sentence) => {
    const bench = beforeClosing().must(...commands);
    expect(codes(bench)).toEqual([]);
    expect(data(bench)).toContain(sentence.slice(0, 60));
  });

  it('that ended in the middle is none; what was stated can be taken back', () => {
    const [start, note] = run('clone') as [JobCommand, JobCommand];
    const gone: JobCommand = {
      type: 'end-run',
      runId: 'r',
      state: 'drive-gone',
      sentence: 'Gone.',
      badPlaces: null,
      selfTest: null,
    };
    expect(codes(beforeClosing().must(start, note, gone))).toEqual(['copy']);
    const stated = beforeClosing().must({
      type: 'state-copy',
      copy: { what: 'all', made: 'cloner', compared: 'not' },
    });
    expect(copiesOnRecord(stated.job)).toHaveLength(1);
    expect(codes(stated.must({ type: 'state-copy', copy: null }))).toEqual(['copy']);
    expect(stated.give({ type: 'state-copy', copy: null })).toContain('No copy was stated');
  });
});

describe('what leaves the workshop', () => {
  const override = (bench: TestJob) => {
    bench.roles = ['technician', 'lead'];
    return bench.must({
      type: 'override-fit',
      slotId: 'm2-a',
      driveId: 'skerry-t4',
      reason: 'measured by eye, the customer knows',
    });
  };
  const offer: JobCommand = {
    type: 'offer',
    options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'skerry-t4' }],
    machineMinor: null,
  };

  it('is offered and billed also when a lead took it against the verdict', () => {
    const bench = override(jobAt('match')).must({ type: 'advance', from: 'match' }, offer);
    expect(billNow(bench.job)?.lines[0]).toMatchObject({ kind: 'drive' });
    expect(bench.job.offer?.options[0]?.gives?.risk).toContain('Not sure that it fits');
  });

  it('a gate of the price can be left by a lead, and then nothing goes out without a bill or a gift with a name under it', () => {
    const bench = override(jobAt('match')).must({ type: 'advance', from: 'match' });
    expect(missing(bench.job)).toEqual([expect.objectContaining({ code: 'offer', waivableBy: ['lead'] })]);
    bench.must({ type: 'waive', code: 'offer', reason: 'for the choir' }, { type: 'advance', from: 'agree' });
    finishPart(bench);
    for (const one of missing(bench.job))
      bench.must({ type: 'waive', code: one.code, reason: 'for the choir' });
    bench.must({ type: 'advance', from: 'safeguard' });
    for (const phase of ['way-in', 'swap', 'try', 'way-out', 'set-up', 'prove'] as const) {
      finishPart(bench);
      for (const one of missing(bench.job))
        if (one.waivableBy.length > 0) bench.must({ type: 'waive', code: one.code, reason: 'test' });
      bench.must({ type: 'advance', from: phase });
    }
    bench.must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' });
    expect(missing(bench.job)).toEqual([expect.objectContaining({ code: 'no-bill', waivableBy: ['lead'] })]);
    expect(bench.give({ type: 'hand-over', to: 'Ms Quist' })).toContain('No bill');
    bench.must(
      { type: 'waive', code: 'no-bill', reason: 'our treat' },
      { type: 'hand-over', to: 'Ms Quist' },
    );
    const page = JSON.stringify(customerPage(bench.job, { takenIn: 'Tuesday' }));
    expect(page).toContain('This repair is given to you. Signed: Ines.');
    expect(page).not.toContain('our treat');
  });

  it('does not offer to keep a drive in use that was concluded to be failing', () =>
    expect(
      jobAt('agree').give({
        type: 'offer',
        options: [{ kind: 'add', slotId: 'm2-a', driveId: 'pellow-p3' }],
        machineMinor: null,
      }),
    ).toContain('not offered to keep it in use'));

  it('a battery that no place in the model answers for is ‘cannot say’: a lead may have it tried', () => {
    const bench = jobAt('set-up');
    bench.parts = [
      part({
        id: 'bat',
        kind: 'battery',
        name: 'Battery of another',
        wattHours: 40,
        connector: 'c6',
        wireOrder: '++--',
        lengthMm: 1,
        widthMm: 1,
        heightMm: 1,
      } as never),
    ];
    const fit: JobCommand = {
      type: 'fit-companion',
      companionId: '7b0c1a54-7a7e-4f6b-9d38-2f1f6f2f9a11',
      kind: 'battery',
      partId: 'bat',
      original: '',
      limitMinutes: 30,
    };
    expect(bench.give(fit)).toContain('cannot-say: Cannot say');
    bench.roles = ['lead', 'technician'];
    expect(bench.give(fit)).toBeNull();
  });
});

describe('trying before it is closed', () => {
  const at = (start: { back: string[] } | null) => {
    const base = model();
    const bench = new TestJob([
      { ...base, guide: { ...base.guide, start: start && { ...BARE_START, ...start } } },
    ]);
    while (bench.job.phase !== 'swap') {
      finishPart(bench);
      bench.must({ type: 'advance', from: bench.job.phase });
    }
    finishPart(bench);
    return bench.must({ type: 'advance', from: 'swap' });
  };

  it.each([
    [{ back: [] }, 'try', null],
    // What it needs goes back for it.
    [{ back: ['cover-off'] }, 'try', null],
    [{ back: ['screws'] }, 'way-out', 'cannot'],
    [null, 'way-out', 'not-said'],
  ] as const)('%j: then comes %s', (start, phase, because) => {
    const { job } = at(start && { back: [...start.back] });
    expect([job.phase, job.way?.start?.because]).toEqual([phase, because]);
  });

  it('says what would have to be in', () =>
    expect(at({ back: ['screws'] }).job.way?.start?.out).toEqual(['M2 × 5 pan']));
});

describe('what the guide lacks', () => {
  const also = { type: 'also-out', kind: 'screws', label: 'short, silver', count: 2 } as const;
  const inTo = (stepId: string) => {
    const bench = jobAt('way-in');
    while (currentStep(bench.job)?.step.id !== stepId) {
      const step = currentStep(bench.job)!.step;
      const thing = step.moves[0];
      bench.must({
        type: 'tick',
        stepId: step.id,
        key: thing?.key ?? null,
        from: 0,
        count: thing?.kind === 'screw' ? thing.holes.length : 1,
      });
    }
    return bench;
  };

  it('goes on the tray with its count, and its way back is there', () => {
    const bench = inTo('in:battery').must(also);
    expect(stillOut(bench.job).map(sayItem)).toContain('2 × screws, short, silver (out)');
    expect(currentStep(bench.job)?.step.id).toBe('in:battery');
    const ids = bench.job.way!.steps.map((one) => one.id);
    expect(ids.indexOf('out:also-1')).toBe(ids.indexOf('out:cover-off') - 1);
    expect(ids.indexOf('out:battery')).toBeLessThan(ids.indexOf('out:also-1'));
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'way-in' });
    for (const phase of ['swap', 'try'] as const) {
      finishPart(bench);
      bench.must({ type: 'advance', from: phase });
    }
    walkLeg(bench);
    expect(stillOut(bench.job).filter((item) => item.kind !== 'drive' && item.kind !== 'setting')).toEqual(
      [],
    );
  });

  it('is gone with its undo, and goes back also when one turns back', () => {
    const bench = inTo('in:battery').must(also, { type: 'take-back-tick' });
    expect(bench.job.way!.steps.some((one) => one.id.includes('also'))).toBe(false);
    expect(stillOut(bench.job).map(sayItem).join()).not.toContain('silver');
    bench.must(also, { type: 'turn-back', why: 'part is missing' });
    expect(bench.job.way!.steps.filter((one) => one.leg === 'out').map((one) => one.id)).toEqual([
      'out:also-1',
      'out:cover-off',
      'out:screws',
    ]);
  });

  it('is written on the way in only', () => expect(jobAt('way-out').give(also)).toContain('on the way in'));
});
