import { m2Slot, model, operation, TestJob } from '../testing/samples.js';
import { jobAt, finishPart, payAndHandOver } from '../testing/walks.js';
import { customerPage } from '../papers/index.js';
import { missing } from './gates/index.js';
import { mainDrive } from './reading/changes.js';
import { hadOldDrive, knownOldDrive, mediumKnown } from './reading/old-drive.js';
import { stillOut } from './reading/tray.js';

describe('an empty slot', () => {
  const screw = operation({
    id: 'drive-screw',
    place: 'm2-a',
    after: [['drain']],
    atSwap: true,
    takes: [
      {
        key: 's',
        kind: 'screw',
        label: 'M2 × 3',
        screw: { thread: 'M2', lengthMm: 3, head: 'pan', bit: 'PH0' },
        holes: [{ xMm: 1, yMm: 1 }],
      },
    ],
  } as never);
  const withScrew = (fitted: ReturnType<typeof m2Slot>['fitted']) => {
    const base = model();
    const operations = base.guide.operations.flatMap((one) =>
      one.id === 'drive-out' ? [screw, { ...one, place: 'm2-a', after: [['drive-screw']] }] : [one],
    );
    return model({
      guide: { ...base.guide, operations },
      places: [m2Slot({ fitted })],
      firmware: { startsFromNvme: true, starts4kn: null, storageMode: null },
    });
  };
  const walkedTo = (bench: TestJob, phase: 'way-in' | 'hand-over') => {
    while (bench.job.phase !== phase) {
      finishPart(bench);
      for (const one of missing(bench.job))
        if (one.waivableBy.length > 0) bench.must({ type: 'waive', code: one.code, reason: 'test' });
      bench.must({ type: 'advance', from: bench.job.phase });
    }
    return bench;
  };

  it('has nothing taken from it: no screw, no drive, no old drive to settle or to speak of', () => {
    const bench = walkedTo(new TestJob([withScrew(null)]), 'hand-over');
    const inward = bench.job.way!.steps.filter((one) => one.leg === 'in');
    expect(inward.flatMap((one) => one.moves).filter((thing) => thing.kind === 'drive')).toEqual([]);
    expect(inward.map((one) => one.operationId)).not.toContain('drive-screw');
    expect(bench.job.way!.steps.filter((one) => one.leg === 'swap').map((one) => one.operationId)).toEqual(
      expect.arrayContaining(['drive-out', 'drive-screw']),
    );
    expect(stillOut(bench.job)).toEqual([]);
    expect(missing(bench.job).map((one) => one.code)).not.toContain('old-drive');
    expect(JSON.stringify(customerPage(bench.job, { takenIn: 'Tuesday' }))).not.toContain('ld drive, serial');
    payAndHandOver(bench);
  });

  it('is none where somebody saw a drive in it, whatever the model says', () => {
    const seen = new TestJob([withScrew(null)]);
    while (seen.job.phase !== 'match') {
      finishPart(seen);
      seen.must({ type: 'advance', from: seen.job.phase });
    }
    walkedTo(seen.must({ type: 'look', at: 'm2-a', key: 'fitted', answer: 'holds-one' }), 'way-in');
    expect(seen.job.way!.steps.filter((one) => one.leg === 'in').map((one) => one.operationId)).toContain(
      'drive-screw',
    );
    expect(hadOldDrive(seen.job)).toBe(true);
    // Nobody has read its size: no figure is made up for it.
    expect(mainDrive(seen.job)!.slot.fitted).toMatchObject({ markedGb: null });
  });

  it('tells nothing of a drive that is elsewhere in the machine: its kind is asked', () => {
    const { job } = walkedTo(new TestJob([withScrew(null)]), 'hand-over');
    expect(knownOldDrive(job)).toMatchObject({ medium: null, protocol: null, bytes: null });
    expect(mediumKnown(job)).toBeNull();
    const there = jobAt('hand-over').job;
    expect(mediumKnown(there)).toEqual({ medium: 'flash', protocol: 'nvme' });
  });

  it('filled beside a drive: the page says that no copy is on record, and that it is in once it is', () => {
    const at = (bench: TestJob) =>
      customerPage(
        {
          ...bench.job,
          safeguard: { ...bench.job.safeguard!, plan: 'add' },
          move: { ...bench.job.move, copies: [] },
          setUp: {},
        },
        { takenIn: 'Tuesday' },
      );
    const told = (bench: TestJob) => at(bench).rows.find((one) => one.term === 'Your data')?.lines;
    expect(told(jobAt('way-in'))).toEqual(['No copy of your data is on record.']);
    expect(told(jobAt('prove'))).toEqual([
      'No copy of your data is on record; the new drive was added beside what was there.',
    ]);
    // Before anything is fitted no warranty is given on it.
    expect(JSON.stringify(at(jobAt('way-in')))).not.toContain('On the parts we fitted');
  });

  it('is also one that was looked at and found empty, whatever the model says', () => {
    const bench = jobAt('match');
    const full = new TestJob([withScrew(m2Slot().fitted)]);
    full.job = { ...bench.job };
    full.must({ type: 'look', at: 'm2-a', key: 'fitted', answer: 'empty' });
    walkedTo(full, 'way-in');
    expect(mainDrive(full.job)?.slot.fitted).toBeNull();
    expect(full.job.way!.steps.filter((one) => one.leg === 'in').map((one) => one.operationId)).not.toContain(
      'drive-out',
    );
    const again = jobAt('match').must(
      { type: 'look', at: 'm2-a', key: 'fitted', answer: 'empty' },
      { type: 'look', at: 'm2-a', key: 'fitted', answer: 'as-told' },
    );
    finishPart(again);
    expect(mainDrive(again.job)?.slot.fitted).not.toBeNull();
  });

  it('keeps a drive of another slot that lay in the way: it goes back in', () => {
    const base = withScrew(null);
    const other = operation({
      id: 'other-out',
      place: 'm2-b',
      after: [['drain']],
      takes: [{ key: 'o', kind: 'drive', verb: 'Out', label: 'drive of the second socket' }],
    });
    const operations = [
      ...base.guide.operations.map((one) =>
        one.id === 'drive-screw' ? { ...one, after: [['other-out']] } : one,
      ),
      other,
    ];
    const two = (fitted: ReturnType<typeof m2Slot>['fitted']) =>
      walkedTo(
        new TestJob([
          {
            ...base,
            guide: { ...base.guide, operations },
            places: [...base.places, m2Slot({ id: 'm2-b', fitted })],
          },
        ]),
        'hand-over',
      );
    expect(
      two(m2Slot().fitted)
        .job.way!.steps.filter((one) => one.operationId === 'other-out')
        .map((one) => one.moves.length),
    ).toEqual([1, 1]);
    expect(stillOut(two(m2Slot().fitted).job)).toEqual([]);
    expect(two(null).job.way!.steps.some((one) => one.operationId === 'other-out')).toBe(false);
  });
});
