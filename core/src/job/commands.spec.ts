import { HANDS } from './shape/actor.js';
import { TestJob } from '../testing/samples.js';
import { jobAt, finishPart, payAndHandOver, walkLeg, soundAtSafeguard } from '../testing/walks.js';
import { missing } from './gates/index.js';
import { mainDrive } from './reading/changes.js';
import { nextTick } from './next-command.js';
import { countOut } from './reading/tray.js';
import { currentStep } from './reading/walk.js';

const SCREWS = 'in:screws';
const screw = (from: number, count = 1) =>
  ({ type: 'tick', stepId: SCREWS, key: 'short', from, count }) as const;

describe('walking', () => {
  it('counts screws one by one, or the rest together', () => {
    const bench = jobAt('way-in').must(screw(0));
    expect(bench.job.tray.find((item) => item.kind === 'screw')).toMatchObject({ out: 1, of: 3 });
    expect(nextTick(bench.job, true)).toEqual(screw(1, 2));
    bench.must(screw(1, 2));
    expect(currentStep(bench.job)?.step.id).toBe('in:cover-off');
  });

  it('does not count one screw twice, whoever ticks it', () => {
    const bench = jobAt('way-in').must(screw(0));
    expect(bench.give(screw(0))).toContain('1 of 3');
    expect(bench.give(screw(1, 3))).toContain('only 3');
    expect(countOut(bench.job)).toBe(2);
  });

  it('takes one step after the other', () => {
    const bench = jobAt('way-in');
    expect(bench.give({ type: 'tick', stepId: 'in:cover-off', key: 'cover', from: 0, count: 1 })).toContain(
      'not the step at hand',
    );
    expect(bench.give({ type: 'tick', stepId: SCREWS, key: null, from: 0, count: 1 })).toContain(
      'things-left',
    );
    expect(bench.give({ type: 'tick', stepId: SCREWS, key: 'ghost', from: 0, count: 1 })).toContain(
      'unknown-thing',
    );
    expect(jobAt('match').give(screw(0))).toContain('not-walking');
  });

  it('holds a wait to its seconds', () => {
    const bench = jobAt('way-in');
    while (currentStep(bench.job)!.step.id !== 'in:drain') bench.must(nextTick(bench.job, true)!);
    const drained = { type: 'tick', stepId: 'in:drain', key: null, from: 0, count: 1 } as const;
    expect(bench.give(drained)).toContain('Start the wait');
    bench.must({ type: 'start-wait', stepId: 'in:drain' });
    expect(bench.give({ type: 'start-wait', stepId: 'in:drain' })).toContain('running');
    bench.clock += 14;
    expect(bench.give(drained)).toContain('whole 15 s');
    bench.clock += 1;
    bench.must(drained);
  });

  it('takes back the last tick, on the way in and out, and no further than this part', () => {
    const bench = jobAt('way-in').must(screw(0, 2));
    bench.must({ type: 'take-back-tick' });
    expect(countOut(bench.job)).toBe(1);
    expect(bench.give({ type: 'take-back-tick' })).toContain('no step');
    const out = jobAt('way-out');
    expect(out.give({ type: 'take-back-tick' })).toContain('part before');
    const before = out.job.tray;
    out.must(nextTick(out.job, false)!, { type: 'take-back-tick' });
    expect(out.job.tray).toEqual(before);
  });

  it('goes on without a lost screw, which stays on the tray until it is waived', () => {
    const bench = jobAt('way-out');
    while (currentStep(bench.job)!.step.id !== 'out:screws') bench.must(nextTick(bench.job, false)!);
    bench.must({ ...nextTick(bench.job, false)!, count: 2 } as never, {
      type: 'leave-short',
      stepId: 'out:screws',
      reason: 'rolled under the bench',
    });
    expect(missing(bench.job)).toEqual([]);
    bench.must({ type: 'advance', from: 'way-out' });
    for (const phase of ['set-up', 'prove'] as const) {
      finishPart(bench);
      bench.must({ type: 'advance', from: phase });
    }
    bench.must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' });
    expect(bench.give({ type: 'hand-over', to: 'Ms Quist' })).toContain('Still on the tray: 1 × M2 × 5 pan');
    bench.must({
      type: 'waive',
      code: missing(bench.job).find((one) => one.code.startsWith('tray'))!.code,
      reason: 'customer knows, new one ordered',
    });
    expect(countOut(bench.job)).toBe(0);
    payAndHandOver(bench);
    expect(bench.job.waivers[0]).toMatchObject({
      reason: 'customer knows, new one ordered',
      by: { name: 'Ines' },
    });
  });
});

describe('gates', () => {
  it.each([
    ['diagnose', ['observations', 'conclusion']],
    ['match', ['choice']],
    ['agree', ['offer']],
    ['safeguard', ['safeguard']],
    ['way-in', ['steps-in']],
    ['swap', ['steps-swap', 'new-serial']],
    ['try', ['tried']],
    ['way-out', ['steps-out']],
    ['set-up', ['setting:setting/secure-boot', 'set-up:starts', 'set-up:files', 'set-up:told']],
    ['prove', ['proved', 'speed', 'baseline:starts', 'baseline:keys', 'confirmed']],
    ['hand-over', ['old-drive', 'balance:17015']],
  ] as const)('%s wants %j', (phase, codes) => {
    const bench = jobAt(phase);
    expect(missing(bench.job).map((one) => one.code)).toEqual(codes);
    if (phase !== 'hand-over')
      expect(bench.give({ type: 'advance', from: phase })).toContain(missing(bench.job)[0]!.sentence);
  });

  it('let a waivable thing go with a reason, and nothing else', () => {
    const bench = soundAtSafeguard();
    bench.must({
      type: 'decide-safeguard',
      safeguard: { plan: 'clone', backup: 'none', backupWhere: '', recoveryKey: 'unknown', note: '' },
    });
    expect(missing(bench.job).map((one) => one.code)).toEqual([
      'backup',
      'recovery-key',
      'opening:usb-medium',
    ]);
    bench.must(
      { type: 'waive', code: 'backup', reason: 'customer signed for it' },
      { type: 'waive', code: 'recovery-key', reason: 'no encryption seen' },
      { type: 'check-opening', checkId: 'usb-medium', outcome: 'done', note: '' },
      { type: 'advance', from: 'safeguard' },
    );
    expect(bench.give({ type: 'waive', code: 'steps-in', reason: 'no time' })).toContain('cannot be waived');
    expect(bench.give({ type: 'waive', code: 'nonsense', reason: 'why not' })).toContain('not missing');
  });

  it('send a job back that needs no drive', () => {
    const bench = new TestJob();
    bench.must(
      { type: 'observe', observation: 'nearly-full', seen: 'seen' },
      { type: 'conclude', causeId: 'drive-full', reason: '1 GB free' },
    );
    expect(bench.give({ type: 'advance', from: 'diagnose' })).toContain('no drive is needed');
    payAndHandOver(bench.must({ type: 'end-early', reason: 'freed space with the customer' }));
    expect(bench.job.closed).not.toBeNull();
  });

  it('hold a job whose drive does not show at its size', () => {
    const bench = jobAt('try');
    bench.must({ type: 'try-out', listed: true, size: { shown: 512, unit: 'GB' } });
    expect(missing(bench.job)[0]).toMatchObject({
      code: 'not-right',
      waivableBy: HANDS,
      sentence: expect.stringContaining('Wrong size'),
    });
    bench.must({ type: 'try-out', listed: false, size: null });
    expect(missing(bench.job)[0]!.sentence).toContain('not listed');
    expect(bench.give({ type: 'try-out', listed: true, size: null })).toContain('Type the size');
  });

  it('ask again for what worked at intake and does not now', () => {
    const bench = jobAt('prove');
    finishPart(bench);
    bench.must({ type: 'check-baseline', check: 'keys', result: 'faulty', note: '' });
    expect(missing(bench.job)).toEqual([
      expect.objectContaining({ code: 'baseline-fault:keys', waivableBy: HANDS }),
    ]);
  });
});

describe('choosing a drive', () => {
  it.each([
    ['marl-s5', 'will not run'],
    ['skerry-t4', 'Cannot say yet'],
    ['gone', 'none is in stock'],
    ['nonsense', 'no longer known'],
  ])('refuses %s: %s', (driveId, words) =>
    expect(jobAt('match').give({ type: 'choose-drive', slotId: 'm2-a', driveId })).toContain(words),
  );

  it('takes an unmeasured drive once it is measured', () => {
    const bench = jobAt('match').must({
      type: 'measure-drive',
      driveId: 'skerry-t4',
      key: 'topHeight',
      mm: 1.4,
      with: 'callipers',
    });
    bench.must({ type: 'choose-drive', slotId: 'm2-a', driveId: 'skerry-t4' });
    expect(mainDrive(bench.job)).toMatchObject({
      drive: { topHeight: { mm: 1.4, plusMinusMm: 0.05 } },
      verdict: { outcome: 'extras' },
    });
  });

  it('may be done over until the machine is opened', () => {
    const bench = jobAt('way-in');
    bench.must(
      { type: 'return-to', phase: 'match' },
      { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
    );
    expect(bench.job.way).toBeNull();
    const opened = jobAt('way-in').must(screw(0));
    expect(opened.give({ type: 'return-to', phase: 'match' })).toContain('machine is open');
    expect(opened.give({ type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' })).toContain(
      'way in has begun',
    );
  });
});

describe('order and people', () => {
  it('refuses to advance from where the job is not', () =>
    expect(jobAt('match').give({ type: 'advance', from: 'diagnose' })).toContain("at 'Match' already"));

  it('goes back from Try to Swap, part by part', () => {
    const bench = jobAt('try');
    expect(bench.give({ type: 'return-to', phase: 'way-in' })).toContain('one part at a time');
    bench.must({ type: 'return-to', phase: 'swap' }, { type: 'take-back-tick' });
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'swap' });
    expect(bench.give({ type: 'return-to', phase: 'prove' })).toContain('not-back');
  });

  it('keeps the bench to those who work at it', () => {
    const bench = jobAt('way-in');
    bench.roles = ['desk'];
    expect(bench.give(screw(0))).toContain('a technician or the lead');
    expect(bench.give({ type: 'note', text: 'customer rang', stepId: null })).toBeNull();
  });

  it('does not end a job with the machine open or the tray full', () => {
    expect(jobAt('swap').give({ type: 'end-early', reason: 'no time left' })).toContain('still on the tray');
    expect(jobAt('hand-over').give({ type: 'end-early', reason: 'no time left' })).toContain('at-end');
  });

  it('puts settings on the tray once, and takes them off once', () => {
    const bench = jobAt('safeguard').must({ type: 'turn-off-setting', settingId: 'secure-boot' });
    expect(bench.give({ type: 'turn-off-setting', settingId: 'secure-boot' })).toContain('off already');
    bench.must({ type: 'turn-on-setting', settingId: 'secure-boot' });
    expect(bench.give({ type: 'turn-on-setting', settingId: 'secure-boot' })).toContain('on already');
    expect(bench.give({ type: 'turn-off-setting', settingId: 'nonsense' })).toContain('no such setting');
  });

  it('keeps the model once a drive was matched to it, and corrects the rest of the intake', () => {
    const bench = jobAt('safeguard');
    expect(bench.give({ type: 'amend-intake', intake: { ...bench.job.intake, modelId: 'other' } })).toContain(
      'matched',
    );
    bench.must({ type: 'amend-intake', intake: { ...bench.job.intake, serial: 'TF14-30418' } });
    expect(bench.job.intake.serial).toBe('TF14-30418');
  });

  it('wants a day for a drive that is kept', () =>
    expect(
      jobAt('hand-over').give({ type: 'settle-old-drive', fate: 'kept-as-fallback', until: null, note: '' }),
    ).toContain('until which day'));
});
