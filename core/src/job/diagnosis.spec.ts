import { ataReport, nvmeReport } from '../testing/reports.js';
import { TestJob } from '../testing/samples.js';
import { jobAt, finishPart, payAndHandOver } from '../testing/walks.js';
import { answersOf, lastReadings, stopHolds } from './reading/diagnosis.js';
import { stakeOf } from './reading/stake.js';
import { JobCommandSchema } from './commands/index.js';
import { evolve, replay } from './evolve.js';
import { missing } from './gates/index.js';
import { pastCaseOf } from './reading/past-case.js';
import { summarise } from './summary.js';

const seen = (observation: string, detail?: string) =>
  ({ type: 'observe', observation, seen: 'seen', ...(detail ? { detail } : {}) }) as const;
const fresh = () => new TestJob();

describe('findings', () => {
  it('keep their order, how they are known, and their numbers; a correction keeps the place', () => {
    const bench = fresh().must(seen('freezes-then-resumes'), seen('plug-askew', 'latch open'));
    bench.must({ type: 'observe', observation: 'freezes-then-resumes', seen: 'not-seen' });
    expect(bench.job.findings.before).toMatchObject([
      { observation: 'freezes-then-resumes', seen: false, sense: 'told' },
      { observation: 'plug-askew', seen: true, sense: 'seen', detail: 'latch open', by: { name: 'Ines' } },
    ]);
    bench.must({ type: 'observe', observation: 'plug-askew', seen: 'not-looked' });
    expect(answersOf(bench.job, 'before')).toEqual([{ observation: 'freezes-then-resumes', seen: false }]);
  });

  it('of after the swap stand by themselves', () => {
    const bench = jobAt('try').must({
      type: 'observe',
      about: 'after',
      observation: 'fans-flat-out',
      seen: 'seen',
    });
    expect(bench.job.findings.after).toHaveLength(1);
    expect(bench.give({ type: 'observe', about: 'after', observation: 'clicks', seen: 'seen' })).toContain(
      'unknown-observation',
    );
    bench.must({
      type: 'conclude',
      about: 'after',
      causeId: 'drive-sensor',
      reason: 'lead still taped aside',
    });
    expect(bench.job.afterConclusion).toMatchObject({
      causeId: 'drive-sensor',
      weighed: { causeId: 'drive-sensor' },
    });
    expect(bench.job.conclusion!.causeId).toBe('flash-worn');
  });

  it('are not concluded for after the swap before it', () =>
    expect(
      fresh().give({ type: 'conclude', about: 'after', causeId: 'power-mode', reason: 'because' }),
    ).toContain('not-in-yet'));

  it('of jobs that were recorded before senses and details were kept still read', () => {
    const { job, log } = fresh();
    const old = { seq: 2, at: '2026-04-14T08:00:00Z', by: { id: 'ines', name: 'Ines' }, commandId: 'c2' };
    const after = [
      { ...old, event: { type: 'observed', observation: 'clicks', seen: 'seen' } as const },
      { ...old, seq: 3, event: { type: 'concluded', causeId: 'connection', reason: 'plug askew' } as const },
    ].reduce(evolve, job);
    expect(after.findings.before).toMatchObject([{ observation: 'clicks', seen: true, sense: null }]);
    expect(after.conclusion).toMatchObject({
      say: 'Drive cable or its plug',
      remedy: { kind: 'no-drive' },
      weighed: null,
    });
    expect(log).toHaveLength(1);
  });
});

describe('a self-report', () => {
  it('is kept whole, and answers what it can', () => {
    const bench = fresh().must({
      type: 'read-report',
      source: 'file',
      name: 'report.json',
      report: ataReport({ 199: 12 }),
    });
    expect(bench.job.reports).toMatchObject([{ source: 'file', report: { serial: 'CD7-1' } }]);
    expect(bench.job.findings.before.find((one) => one.observation === 'link-errors')).toMatchObject({
      seen: true,
      sense: 'read',
      detail: '12 link errors',
    });
    expect(stopHolds(bench.job)).toBe(false);
  });

  it('read twice tells what rises; growing weak sectors stop the job while the data matters', () => {
    const bench = fresh();
    for (const weak of [8, 16])
      bench.must({ type: 'read-report', source: 'dock', name: 'bay A', report: ataReport({ 197: weak }) });
    expect(lastReadings(bench.job)).toMatchObject({
      latest: { report: { attributes: expect.anything() } },
      earlier: { source: 'dock' },
    });
    expect(bench.job.stop).toMatchObject({ ruleId: 'weak-growing', observation: 'pending-growing' });
  });

  it('says nothing of another drive’s readings', () => {
    const bench = fresh().must({
      type: 'read-report',
      source: 'file',
      name: 'one',
      report: ataReport({ 197: 2 }),
    });
    bench.must({
      type: 'read-report',
      source: 'file',
      name: 'other',
      report: ataReport({ 197: 9 }, { serial: 'CD7-2' }),
    });
    expect(bench.job.findings.before.some((one) => one.observation === 'pending-growing')).toBe(false);
  });

  it('sets what Match looks for, once it is concluded that a drive is needed', () => {
    const bench = fresh().must({
      type: 'read-report',
      source: 'file',
      name: 'r',
      report: nvmeReport({ availableSparePercent: 3 }),
    });
    bench.must({ type: 'conclude', causeId: 'flash-worn', reason: 'spare at 3 %' });
    expect(bench.job.need.wantedGb).toBe(1000);
    expect(bench.job.conclusion).toMatchObject({
      remedy: { kind: 'replace-drive', medium: 'flash' },
      weighed: { causeId: 'flash-worn' },
    });
    const roomier = fresh().must(
      { type: 'read-report', source: 'file', name: 'r', report: nvmeReport() },
      { type: 'conclude', causeId: 'too-small', reason: 'photos' },
    );
    expect(roomier.job.need.wantedGb).toBe(2000);
  });
});

it('a listing fills in how much is used', () => {
  const volume = {
    name: 'sda2',
    sizeBytes: 500e9,
    usedBytes: 334e9,
    freeBytes: 166e9,
    fileSystem: 'ntfs',
    label: null,
    mountedAt: 'C',
  };
  const drive = {
    name: 'sda',
    model: null,
    serial: null,
    sizeBytes: 500e9,
    rotating: true,
    transport: 'sata',
    volumes: [volume],
  };
  const bench = fresh().must({
    type: 'read-listing',
    source: 'pasted',
    name: 'lsblk',
    listing: { format: 'block-listing', drives: [drive] },
  });
  expect(bench.job.need.usedGb).toBe(334);
  expect(answersOf(bench.job, 'before')).toContainEqual({ observation: 'nearly-full', seen: false });
});

describe('the stop', () => {
  const stopped = () => fresh().must(seen('clicks'));

  it('is set off by clicking while nobody has said that the data is safe, and holds the job', () => {
    const bench = stopped();
    expect(stakeOf(bench.job)).toBe('unknown');
    expect(bench.job.stop).toMatchObject({ ruleId: 'clicks', way: null, lifted: null });
    expect(missing(bench.job)[0]).toMatchObject({
      code: 'stop',
      waivableBy: [],
      sentence: expect.stringContaining('power off now'),
    });
    expect(
      bench.give({ type: 'start-run', runId: 'r1', bay: 'A', kind: 'surface-read', drive: 'D7' }),
    ).toContain('Nothing runs on this drive');
  });

  it('falls when the data turns out to be safe, or the clicking was something else', () => {
    expect(stopped().must({ type: 'state-stake', stake: 'copied' }).job.stop).toBeNull();
    expect(stopped().must({ type: 'observe', observation: 'clicks', seen: 'not-seen' }).job.stop).toBeNull();
    const later = fresh().must({ type: 'state-stake', stake: 'copied' }, seen('clicks'));
    expect(later.job.stop).toBeNull();
    expect(later.must({ type: 'state-stake', stake: 'irreplaceable' }).job.stop?.ruleId).toBe('clicks');
  });

  it('is worked through in order, and then decided: one image, or a specialist', () => {
    const bench = stopped();
    expect(bench.give({ type: 'stop-step', stepId: 'seal' })).toContain('First: power off now');
    expect(bench.give({ type: 'choose-stop-way', way: 'refer' })).toContain('First: power off now');
    for (const { id } of bench.job.stop!.steps) bench.must({ type: 'stop-step', stepId: id });
    bench.must({ type: 'choose-stop-way', way: 'image-once' });
    expect(stopHolds(bench.job)).toBe(false);
    bench.must(
      { type: 'conclude', causeId: 'mechanical-failing', reason: 'it clicks' },
      { type: 'advance', from: 'diagnose' },
    );
    expect(bench.job.phase).toBe('match');
  });

  it('once referred lets the machine go back, and nothing else', () => {
    const bench = stopped();
    for (const { id } of bench.job.stop!.steps) bench.must({ type: 'stop-step', stepId: id });
    bench.must(
      { type: 'choose-stop-way', way: 'refer' },
      { type: 'conclude', causeId: 'mechanical-failing', reason: 'it clicks' },
    );
    expect(bench.give({ type: 'advance', from: 'diagnose' })).toContain('goes to a specialist');
    payAndHandOver(
      bench.must({ type: 'end-early', reason: 'its owner wants it so', referredTo: 'Deepwater Recovery' }),
    );
    expect(bench.job.endedEarly).toMatchObject({ referredTo: 'Deepwater Recovery' });
    expect(bench.job.closed).not.toBeNull();
  });

  it('is lifted by nobody but the owner, whose words stay', () => {
    const bench = stopped();
    expect(JobCommandSchema.safeParse({ type: 'lift-stop', owner: 'Ms Quist', words: 'ok' }).success).toBe(
      false,
    );
    bench.must({
      type: 'lift-stop',
      owner: 'Ms Quist',
      words: 'The tables are printed, the drive does not matter.',
    });
    expect(bench.job.stop!.lifted).toMatchObject({
      owner: 'Ms Quist',
      words: expect.stringContaining('printed'),
    });
    expect(missing(bench.job).map((one) => one.code)).toEqual(['conclusion']);
    expect(bench.give({ type: 'stop-step', stepId: 'seal' })).toContain('no-stop');
  });
});

describe('two stops', () => {
  const lift = { type: 'lift-stop', owner: 'Ms Quist', words: 'Nothing on it that I need.' } as const;

  it('come one after the other; what was lifted is not asked again', () => {
    const bench = fresh().must(seen('clicks'), lift, seen('smells'));
    expect(bench.job.stop).toMatchObject({ ruleId: 'smells', lifted: null });
    expect(bench.job.pastStops).toMatchObject([{ ruleId: 'clicks', lifted: { owner: 'Ms Quist' } }]);
    bench.must(lift, seen('runs-hot'));
    expect(bench.job.stop).toMatchObject({ ruleId: 'smells', lifted: { owner: 'Ms Quist' } });
    expect(stopHolds(bench.job)).toBe(false);
  });

  it('do not take each other’s place while one holds', () => {
    const bench = fresh().must(seen('clicks'), seen('got-wet'));
    expect(bench.job.stop!.ruleId).toBe('clicks');
    expect(bench.must(lift, seen('runs-hot')).job.stop!.ruleId).toBe('wet');
  });
});

describe('a run on the dock', () => {
  const started = (kind: 'surface-read' | 'short-test') =>
    fresh().must(
      { type: 'state-stake', stake: 'copied' },
      { type: 'start-run', runId: 'r1', bay: 'A', kind, drive: 'Corrie D7' },
    );

  it('answers its question when it ends, once', () => {
    const bench = started('surface-read').must({
      type: 'end-run',
      runId: 'r1',
      state: 'done',
      sentence: '3 bad places',
      badPlaces: 3,
      selfTest: null,
    });
    expect(answersOf(bench.job, 'before')).toEqual([{ observation: 'surface-slow', seen: true }]);
    expect(bench.job.runs).toMatchObject([{ ended: { state: 'done', sentence: '3 bad places' } }]);
    expect(
      bench.give({ type: 'end-run', runId: 'r1', state: 'done', sentence: '', badPlaces: 0, selfTest: null }),
    ).toContain('ended');
    expect(
      bench.give({ type: 'end-run', runId: 'r9', state: 'done', sentence: '', badPlaces: 0, selfTest: null }),
    ).toContain('unknown-run');
  });

  it('that was broken off clears nothing', () => {
    const clean = started('surface-read').must({
      type: 'end-run',
      runId: 'r1',
      state: 'drive-gone',
      sentence: 'pulled out',
      badPlaces: 0,
      selfTest: null,
    });
    expect(clean.job.findings.before).toEqual([]);
  });

  it('of the drive’s own test tells how it ended', () => {
    const bench = started('short-test').must({
      type: 'end-run',
      runId: 'r1',
      state: 'done',
      sentence: 'read failure at 40 %',
      badPlaces: null,
      selfTest: 'failed',
    });
    expect(answersOf(bench.job, 'before')).toEqual([{ observation: 'self-test-failed', seen: true }]);
  });

  it('that reads everything waits until the data is safe', () =>
    expect(
      fresh().give({ type: 'start-run', runId: 'r', bay: 'A', kind: 'surface-read', drive: 'D7' }),
    ).toContain('has no copy that anyone knows of'));
});

describe('a cure without a drive', () => {
  const cable = () =>
    fresh().must(seen('plug-askew'), {
      type: 'conclude',
      causeId: 'connection',
      reason: 'plug askew, latch open',
    });

  it('leads to Prove, to the customer, and into what is learnt', () => {
    const bench = cable().must({
      type: 'cure',
      what: 'Reseated the plug, latch down.',
      checked: 'Read 20 GB, no new link errors.',
    });
    expect(bench.job.phase).toBe('prove');
    expect(missing(bench.job).map((one) => one.code)).toEqual([
      'baseline:starts',
      'baseline:keys',
      'confirmed',
    ]);
    bench.must(
      { type: 'check-baseline', check: 'starts', result: 'works', note: '' },
      { type: 'check-baseline', check: 'keys', result: 'works', note: '' },
    );
    bench.must(
      { type: 'confirm-causes', causeIds: ['connection', 'connection'] },
      { type: 'advance', from: 'prove' },
    );
    payAndHandOver(bench);
    expect(pastCaseOf(bench.job)).toEqual({
      jobId: 'job-1',
      number: 412,
      modelId: 'fen',
      closedAt: bench.at,
      answers: [{ observation: 'plug-askew', seen: true }],
      causes: ['connection'],
    });
    expect(replay(bench.log)).toEqual(bench.job);
  });

  it('is not recorded for what needs a drive, nor later', () => {
    const bench = fresh().must(seen('clicks'), {
      type: 'conclude',
      causeId: 'mechanical-failing',
      reason: 'it clicks',
    });
    expect(bench.give({ type: 'cure', what: 'listened', checked: 'again' })).toContain('needs-drive');
    expect(jobAt('match').give({ type: 'cure', what: 'reseated', checked: 'read' })).toContain(
      'cure-at-diagnose',
    );
  });

  it('shows on the Bench as a decision until it is recorded', () => {
    expect(summarise(cable().job)).toMatchObject({
      mark: 'needs',
      waitsFor: 'Needs a decision: no drive needed',
    });
    expect(
      summarise(cable().must({ type: 'cure', what: 'Reseated it.', checked: 'Read 20 GB.' }).job),
    ).toMatchObject({
      mark: 'ready-out',
    });
  });
});

it('a stopped job shows so on the Bench', () =>
  expect(summarise(fresh().must(seen('clicks')).job)).toMatchObject({
    mark: 'stop',
    waitsFor: expect.stringContaining('Stopped'),
  }));

it('what nobody could tell is not learnt from', () => {
  const bench = jobAt('prove');
  finishPart(bench);
  bench.must({ type: 'confirm-causes', causeIds: [] }, { type: 'advance', from: 'prove' });
  payAndHandOver(bench.must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' }));
  expect(pastCaseOf(bench.job)).toBeNull();
  expect(bench.give({ type: 'note', text: 'thanks', stepId: null })).toBeNull();
});

it('confirming waits for Prove and knows its causes', () => {
  expect(fresh().give({ type: 'confirm-causes', causeIds: [] })).toContain('prove-first');
  expect(jobAt('prove').give({ type: 'confirm-causes', causeIds: ['gremlins'] })).toContain('unknown-cause');
});

it('a test that cannot be done here is set aside, and back', () => {
  const bench = fresh().must({ type: 'set-test-aside', testId: 'other-port', aside: true });
  expect(bench.job.setAside).toEqual(['other-port']);
  expect(bench.must({ type: 'set-test-aside', testId: 'other-port', aside: false }).job.setAside).toEqual([]);
});
