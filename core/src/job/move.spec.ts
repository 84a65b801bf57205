import { sallow } from '../testing/disk-tables.js';
import { ataReport } from '../testing/reports.js';
import { baySlot, model, onMainDrive, TestJob } from '../testing/samples.js';
import { jobAt, finishPart, payAndHandOver, soundAtSafeguard } from '../testing/walks.js';
import type { Layout } from '../move/index.js';
import { crossingOf, layoutOf } from './reading/crossing-of.js';
import { isHere, keptUntil } from './reading/custody.js';
import { mediumKnown } from './reading/old-drive.js';
import type { JobState } from './shape/state.js';
import { missing } from './gates/index.js';
import { mainDrive } from './reading/changes.js';
import { summarise } from './summary.js';

const GIB = 2 ** 30;
const read = { type: 'read-table', name: 'sallow.sfdisk', source: 'file', disk: sallow() } as const;
const decide = (own: object = {}) =>
  ({
    type: 'decide-safeguard',
    safeguard: {
      plan: 'clone',
      backup: 'verified',
      backupWhere: 'store',
      recoveryKey: 'not-encrypted',
      note: '',
      ...own,
    },
  }) as const;
const atMove = soundAtSafeguard;

describe('the old drive’s table on a job', () => {
  it('gives a layout on the chosen drive, and wishes change it', () => {
    const bench = atMove().must(read);
    const before = layoutOf(bench.job);
    expect(before).toMatchObject({ ok: true, totalSectors: 1_953_525_168 });
    bench.must(
      { type: 'wish-layout', number: 3, bytes: 430 * GIB },
      { type: 'wish-layout', number: null, bytes: 0 },
    );
    const after = layoutOf(bench.job) as Layout;
    expect(after.partitions.find((one) => one.number === 3)!.sectors * 512).toBe(430 * GIB);
    bench.must(
      { type: 'wish-layout', number: 3, bytes: null },
      { type: 'wish-layout', number: null, bytes: null },
    );
    expect(layoutOf(bench.job)).toEqual(before);
  });

  it('keeps what was said of its fullness when the same table is read again, and drops wishes for another', () => {
    const bench = atMove().must(
      read,
      { type: 'state-fullness', used: { 3: 100 * GIB } },
      { type: 'wish-layout', number: 3, bytes: GIB },
    );
    const again = {
      ...read,
      disk: { ...sallow(), partitions: sallow().partitions.map((one) => ({ ...one, usedBytes: null })) },
    };
    bench.must(again);
    expect(bench.job.move.source!.disk.partitions[2]!.usedBytes).toBe(100 * GIB);
    expect(bench.job.move.wishes.sizes).toEqual({ 3: GIB });
    bench.must({ ...read, disk: { ...sallow(), partitions: sallow().partitions.slice(0, 3) } });
    expect(bench.job.move.wishes.sizes).toEqual({});
  });

  it.each([
    [{ type: 'state-fullness', used: { 3: 301 * GIB } }, '300 GiB in all'],
    [{ type: 'state-fullness', used: { 9: 1 } }, 'no partition 9'],
    [{ type: 'wish-layout', number: 9, bytes: 1 }, 'no partition 9'],
    [{ type: 'state-move-facts', facts: {} }, 'at least one'],
  ] as const)('refuses %j', (command, words) => expect(atMove().must(read).give(command)).toContain(words));

  it('asks for a table before fullness', () =>
    expect(atMove().give({ type: 'state-fullness', used: {} })).toContain('partitions first'));
});

describe('what the ways are judged by', () => {
  const report = (raw: Record<number, number>, own: object = {}) =>
    ({ type: 'read-report', source: 'file', name: 'x', report: ataReport(raw, own) }) as const;

  it('is what the job knows: health, kind, fullness, the drive’s sectors', () => {
    const bench = atMove().must(read);
    expect(crossingOf(bench.job, model())).toMatchObject({
      target: { sectorSize: 512, totalSectors: 1_953_525_168 },
      badAreas: 0,
      // What nobody said the fullness of counts as full.
      usedBytes: 358_968_459_264,
    });
    bench.must({ type: 'state-move-facts', facts: { targetSectors: 1_953_000_000, reads: 'failing' } });
    expect(crossingOf(bench.job, model())).toMatchObject({
      target: { totalSectors: 1_953_000_000 },
      health: 'failing',
    });
  });

  const small = (job: JobState): JobState => ({
    ...job,
    findings: { before: [], after: [] },
    conclusion: { ...job.conclusion!, causeId: 'too-small', oldDrive: 'sound' },
  });
  it.each([
    [report({}), 'sound'],
    [report({ 197: 3 }), 'bad-areas'],
    [report({}, { selfAssessment: 'failed' }), 'failing'],
    [{ type: 'observe', observation: 'clicks', seen: 'seen' } as const, 'failing'],
  ])('health follows the readings', (command, health) => {
    const bench = new TestJob().must({ type: 'state-stake', stake: 'copied' });
    bench.job = { ...small(atMove().job), stake: 'copied' };
    bench.must(command);
    expect(crossingOf(bench.job, model())?.health).toBe(health);
  });

  it('and the conclusion: a worn drive is failing whatever its report says, and a dead one that is seen to read fails', () => {
    const bench = jobAt('safeguard').must(report({}));
    expect(bench.job.conclusion).toMatchObject({ causeId: 'flash-worn', oldDrive: 'failing' });
    expect(crossingOf(bench.job, model())?.health).toBe('failing');
    const dead = {
      ...bench.job,
      findings: { before: [], after: [] },
      conclusion: { ...bench.job.conclusion!, oldDrive: 'dead' as const },
    };
    expect(crossingOf(dead, model())?.health).toBe('dead');
    const reads = { ...dead, move: { ...dead.move, facts: { ...dead.move.facts, reads: 'sound' as const } } };
    expect(crossingOf(reads, model())?.health).toBe('failing');
  });

  it('the size of the fitted drive where nothing was read, and no size where nothing is known', () => {
    const { job } = atMove();
    expect(crossingOf(job, model())?.sourceBytes).toBe(512e9);
    const blank = onMainDrive(job, { slot: { ...mainDrive(job)!.slot, fitted: null } });
    expect(crossingOf(blank, model())?.sourceBytes).toBeNull();
    const bay = onMainDrive(job, {
      slot: baySlot({ fitted: { label: 'x', markedGb: 1000, lengthMm: null, medium: null } }),
    });
    // A bay takes either kind: both rates are reckoned with.
    expect(crossingOf(bay, model())?.reads).toHaveLength(2);
  });

  it('takes measured rates, and what was seen before opening', () => {
    const bench = atMove().must(
      { type: 'state-move-facts', facts: { oldReadBytesPerSecond: 42e6, newWriteBytesPerSecond: 77e6 } },
      decide(),
    );
    expect(crossingOf(bench.job, model())).toMatchObject({
      reads: [{ first: 42e6 }],
      task: { write: { steady: 77e6 } },
      facts: { usbMedium: false },
    });
    bench.must({ type: 'check-opening', checkId: 'usb-medium', outcome: 'done', note: '' });
    expect(crossingOf(bench.job, model())!.facts.usbMedium).toBe(true);
  });

  it('is nothing before a drive is chosen', () =>
    expect(crossingOf(new TestJob().job, undefined)).toBeNull());
});

describe('before the machine is opened', () => {
  it('asks for what this plan needs, and may be waived', () => {
    const bench = atMove().must(decide({ plan: 'clean-install', recoveryKey: 'customer-holds-it' }));
    expect(missing(bench.job).map((one) => [one.code, one.waivableBy.length > 0])).toEqual([
      ['opening:recovery-key-seen', true],
      ['opening:usb-medium', true],
      ['opening:licences', true],
    ]);
    expect(
      bench.give({ type: 'check-opening', checkId: 'usb-medium', outcome: 'not-needed', note: '' }),
    ).toContain('why');
    bench.must(
      { type: 'check-opening', checkId: 'usb-medium', outcome: 'done', note: '' },
      { type: 'check-opening', checkId: 'licences', outcome: 'not-needed', note: 'none wanted' },
      { type: 'check-opening', checkId: 'recovery-key-seen', outcome: 'done', note: '' },
    );
    expect(missing(bench.job)).toEqual([]);
    bench.must({ type: 'check-opening', checkId: 'usb-medium', outcome: null, note: '' });
    expect(missing(bench.job)).toHaveLength(1);
    expect(
      bench.give({ type: 'check-opening', checkId: 'image-store', outcome: 'done', note: '' }),
    ).toContain('not on this job');
  });
});

it('a medium is wanted before every opening but that for a second drive', () => {
  const asked = (plan: string) => missing(atMove().must(decide({ plan })).job).map((one) => one.code);
  for (const plan of ['clone', 'copy', 'rescue', 'restore-backup', 'nothing-to-keep'])
    expect(asked(plan)).toContain('opening:usb-medium');
  expect(asked('add')).not.toContain('opening:usb-medium');
});

describe('a copy in the dock', () => {
  const start = (runId: string, own: object = {}) =>
    ({
      type: 'start-run',
      runId,
      bay: 'A',
      kind: 'clone',
      drive: 'old',
      target: 'new',
      fromByte: 0,
      ...own,
    }) as const;
  const reached = (runId: string, doneBytes: number) =>
    ({ type: 'note-run', runId, doneBytes, totalBytes: 100, badPlaces: 0 }) as const;
  const gone = {
    type: 'end-run',
    state: 'drive-gone',
    sentence: 'The source stopped answering.',
    badPlaces: null,
    selfTest: null,
  } as const;

  it('is known with how far it came, whatever vanishes, and goes on from there', () => {
    const bench = atMove().must(start('one'), reached('one', 20), reached('one', 40));
    expect(bench.give(reached('one', 40))).toContain('further');
    bench.must({ ...gone, runId: 'one' });
    expect(bench.job.runs[0]).toMatchObject({ reached: { doneBytes: 40 }, ended: { state: 'drive-gone' } });
    expect(bench.give(reached('one', 60))).toContain('ended');
    expect(bench.give(start('two', { continues: 'nobody', fromByte: 40 }))).toContain('not one of this job');
    bench.must(start('two', { continues: 'one', fromByte: 40 }));
    expect(bench.job.runs[1]).toMatchObject({ continues: 'one', fromByte: 40, reached: null });
  });
});

describe('custody of the old drive', () => {
  const atEnd = () => jobAt('hand-over');
  const settle = (fate: string, own: object = {}) =>
    ({ type: 'settle-old-drive', fate, until: null, note: '', ...own }) as never;

  it('says by which method it was sanitised and to which level, as the medium has it', () => {
    const bench = atEnd();
    expect(bench.give(settle('sanitised'))).toContain('by which method');
    expect(
      bench.give(settle('sanitised', { sanitised: { method: 'degauss', tool: '', verified: 'none' } })),
    ).toContain('does nothing');
    bench.must(
      settle('sanitised', {
        sanitised: { method: 'overwrite', tool: 'bench script', verified: '64 places read back' },
      }),
    );
    // Flash: overwriting is never Purge.
    expect(bench.job.custody.at(-1)).toMatchObject({ fate: 'sanitised', sanitised: { level: 'clear' } });
  });

  it('asks what the old drive is where nothing tells: never the new drive, never the model’s word', () => {
    const bench = atEnd();
    const fitted = { label: 'Heddle R2', markedGb: 500, lengthMm: null, medium: 'rotating' as const };
    const slot = baySlot({ fitted });
    bench.job = onMainDrive(bench.job, { slot });
    expect(mediumKnown(bench.job)).toBeNull();
    const degauss = { method: 'degauss', tool: '', verified: 'the drive no longer answers' };
    expect(bench.give(settle('sanitised', { sanitised: degauss }))).toContain(
      'what kind of drive the old one is',
    );
    const medium = { medium: 'rotating', protocol: 'sata' };
    bench.must(settle('sanitised', { sanitised: { ...degauss, medium } }));
    expect(bench.job.custody.at(-1)).toMatchObject({ sanitised: { level: 'purge', medium } });
  });

  it('does not let a drive stay in use that does not read well, or that is out of the machine', () => {
    const bench = atEnd();
    expect(bench.give(settle('stays-in-use'))).toContain('out of the machine');
    bench.job = { ...bench.job, tray: [] };
    expect(bench.give(settle('stays-in-use'))).toContain('does not read well');
  });

  it('a kept drive goes on after the job is closed: longer, back, or sanitised, and then no more', () => {
    const bench = payAndHandOver(atEnd().must(settle('kept-as-fallback', { until: '2026-12-24' })));
    expect(summarise(bench.job).oldDriveHere).toMatchObject({ until: '2026-12-24' });
    expect(bench.give({ type: 'advance', from: 'hand-over' })).toContain('closed');
    bench.must(settle('kept-as-fallback', { until: '2027-01-31' }));
    expect([keptUntil(bench.job), isHere(bench.job)]).toEqual(['2027-01-31', true]);
    bench.must(settle('returned'));
    expect(summarise(bench.job).oldDriveHere).toBeNull();
    expect(bench.give(settle('returned'))).toContain('not here any more');
    expect(bench.job.custody.map((one) => one.fate)).toEqual([
      'kept-as-fallback',
      'kept-as-fallback',
      'returned',
    ]);
  });
});

it.each(['copy', 'add', 'rescue'] as const)('the plan %s has a set-up of its own', (plan) => {
  const bench = atMove().must(decide({ plan }));
  for (const one of missing(bench.job)) bench.must({ type: 'waive', code: one.code, reason: 'for the test' });
  bench.must({ type: 'advance', from: 'safeguard' });
  for (const phase of ['way-in', 'swap', 'try', 'way-out'] as const) {
    finishPart(bench);
    if (phase === 'try' && plan !== 'add') {
      expect(missing(bench.job)).toEqual([expect.objectContaining({ code: 'copy', at: 'safeguard' })]);
      bench.must({ type: 'state-copy', copy: { what: 'files', made: 'own script', compared: 'sampled' } });
    }
    bench.must({ type: 'advance', from: phase });
  }
  expect(missing(bench.job).length).toBeGreaterThan(1);
});
