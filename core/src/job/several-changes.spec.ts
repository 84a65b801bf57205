import { baySlot, TestJob } from '../testing/samples.js';
import { found, memoryIn, MODULE, roomy } from '../testing/roomy.js';
import { finishPart } from '../testing/walks.js';
import { missing } from './gates/index.js';
import { agreementHolds, billNow } from './reading/agreement.js';
import { changeById, mainDrive } from './reading/changes.js';
import { sayChanges } from './reading/say-change.js';
import { memoryAfter } from './reading/part-verdict.js';
import { stockClaim } from './reading/stock-claim.js';
import type { JobCommand } from './commands/index.js';

const atMatch = (models = [roomy()]): TestJob => {
  const bench = new TestJob(models);
  bench.parts = [MODULE];
  finishPart(bench);
  return bench.must({ type: 'advance', from: 'diagnose' });
};

describe('several changes', () => {
  const planned = (): TestJob =>
    atMatch().must(
      { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
      { type: 'choose-drive', slotId: 'm2-b', driveId: 'pellow-p3', changeId: 'second' },
      found(['mem-a'], { is: 'holds', holds: { ...HELD, label: 'Orrin 8', gib: 8, megatransfers: 3200 } }),
      found(['mem-b'], { is: 'empty' }),
      memoryIn('mem-b'),
    );

  it('stand beside one another, each with its place, and take from the shelf what they want', () => {
    const { job } = planned();
    expect(job.changes.map((one) => [one.kind, one.placeId])).toEqual([
      ['replace-drive', 'm2-a'],
      ['add-drive', 'm2-b'],
      ['memory', 'mem-b'],
    ]);
    expect(sayChanges(job)).toBe('two drives, memory');
    expect(stockClaim(job)).toEqual(
      expect.arrayContaining([
        { item: { kind: 'drive', id: 'pellow-p3' }, quantity: 2, state: 'reserved' },
        { item: { kind: 'part', id: 'orrin-16' }, quantity: 1, state: 'reserved' },
      ]),
    );
  });

  it('one place takes one of them, and one can be left out again', () => {
    const bench = planned();
    expect(bench.give(memoryIn('mem-b', { changeId: 'other' }))).toContain('place-taken');
    bench.must({ type: 'drop-change', changeId: 'second', why: 'too dear' });
    expect(sayChanges(bench.job)).toBe('a drive, memory');
    expect(bench.give({ type: 'drop-change', changeId: 'second', why: '' })).toContain('unknown-change');
  });

  it('are walked in one way: nothing is taken from the empty slot, and every change has its step', () => {
    const bench = planned();
    finishPart(bench);
    bench.must({ type: 'advance', from: 'match' });
    bench.must(
      {
        type: 'offer',
        options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'pellow-p3' }],
        machineMinor: null,
      },
      agreeTo('advised'),
      { type: 'advance', from: 'agree' },
    );
    finishPart(bench);
    bench.must({ type: 'advance', from: 'safeguard' });
    const steps = bench.job.way!.steps;
    const inward = steps.filter((one) => one.leg === 'in').map((one) => one.operationId);
    expect(inward).toContain('drive-out');
    expect(inward).not.toContain('drive-b');
    expect(new Set(inward).size).toBe(inward.length);
    const swap = steps.filter((one) => one.leg === 'swap').map((one) => one.title);
    expect(swap).toContain('Slide the second drive in');
    expect(swap).toContain('Orrin 16 into B');
  });

  it('are offered and billed together, and another thing under the same change asks again', () => {
    const bench = planned().must({ type: 'advance', from: 'match' });
    bench.must({
      type: 'offer',
      options: [
        { kind: 'advised', slotId: 'm2-a', driveId: 'pellow-p3' },
        { kind: 'cheapest', slotId: 'm2-a', driveId: 'pellow-p3', without: ['second', 'mem'] },
      ],
      machineMinor: null,
    });
    const [all, one] = bench.job.offer!.options;
    const parts = (bill: typeof all) => bill!.bill.lines.map((line) => line.say);
    expect(parts(all).filter((say) => say.includes('P3'))).toHaveLength(2);
    expect(parts(all)).toContain('Orrin 16');
    expect(parts(one).filter((say) => say.includes('P3'))).toHaveLength(1);
    expect(one!.handsMinutes).toBeLessThan(all!.handsMinutes);
    bench.must(agreeTo('advised'));
    expect(agreementHolds(bench.job)).toBe(true);
    bench.must(memoryIn('mem-b', { from: 'own' } as never));
    expect(agreementHolds(bench.job)).toBe(false);
    expect(bench.job.pastAgreements).toHaveLength(1);
    expect(missing(bench.job).map((gap) => gap.code)).toContain('agreement:none');
  });

  it('a drive that is offered instead stands in for the chosen one, and is not billed beside it', () => {
    const bench = planned().must(
      { type: 'drop-change', changeId: 'second', why: '' },
      { type: 'advance', from: 'match' },
      {
        type: 'offer',
        options: [{ kind: 'roomy', slotId: 'm2-b', driveId: 'pellow-p3' }],
        machineMinor: null,
      },
    );
    const [option] = bench.job.offer!.options;
    expect(option!.bill.lines.filter((line) => line.kind === 'drive')).toHaveLength(1);
    expect(option!.besides.map((one) => one.changeId)).toEqual(['mem']);
  });

  it('of one slot fall with a plate made for it; those of other slots and the memory stay', () => {
    const bench = planned().must({
      type: 'adapt',
      slotId: 'm2-b',
      label: 'a plate',
      thicknessMm: 1,
      with: 'callipers',
      template: { lengthMm: 20, widthMm: 10, holes: [] },
    });
    expect(bench.job.changes.map((one) => one.id)).toEqual(['first', 'mem']);
  });

  it('that were not agreed to are left out of the list', () => {
    const bench = planned().must(
      { type: 'advance', from: 'match' },
      {
        type: 'offer',
        options: [{ kind: 'cheapest', slotId: 'm2-a', driveId: 'pellow-p3', without: ['second', 'mem'] }],
        machineMinor: null,
      },
      agreeTo('cheapest'),
    );
    expect(sayChanges(bench.job)).toBe('a drive');
    expect(billNow(bench.job)?.totalMinor).toBe(bench.job.agreement?.totalMinor);
  });

  it('bought for this job have their own price, or none yet: then all of it is from', () => {
    const bench = atMatch().must(
      { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3', from: 'own' },
      found(['mem-a', 'mem-b'], { is: 'empty' }),
      memoryIn('mem-a', { from: 'bought', priceMinor: null } as never),
      { type: 'advance', from: 'match' },
      {
        type: 'offer',
        options: [{ kind: 'advised', slotId: 'm2-a', driveId: 'pellow-p3' }],
        machineMinor: null,
      },
    );
    const { bill } = bench.job.offer!.options[0]!;
    expect(bill.isFrom).toBe(true);
    expect(bill.lines[0]).toMatchObject({ kind: 'drive', netMinor: 0 });
    expect(stockClaim(bench.job).filter((one) => one.item.kind === 'drive')).toEqual([]);
  });
});

describe('memory alone', () => {
  const alone = (): TestJob =>
    atMatch().must(
      found(['mem-a'], { is: 'holds', holds: { ...HELD, label: 'Orrin 8', gib: 8, megatransfers: 3200 } }),
      found(['mem-b'], { is: 'empty' }),
      memoryIn('mem-b'),
    );

  it('is a whole job: no drive is asked for anywhere', () => {
    const bench = alone().must({ type: 'advance', from: 'match' });
    bench.must(
      { type: 'offer', options: [{ kind: 'advised', slotId: '', driveId: '' }], machineMinor: null },
      { ...agreeTo('advised'), slotId: '', driveId: '' } as JobCommand,
      { type: 'advance', from: 'agree' },
    );
    expect(mainDrive(bench.job)).toBeNull();
    expect(missing(bench.job)).toEqual([]);
    bench.must({ type: 'advance', from: 'safeguard' });
    expect(bench.job.way!.steps.filter((one) => one.leg === 'swap').map((one) => one.title)).toEqual([
      'Orrin 16 into B',
    ]);
    expect(bench.job.way!.steps.flatMap((one) => one.moves.map((thing) => thing.kind))).not.toContain(
      'drive',
    );
  });

  it('expects what will be in all sockets', () =>
    expect(memoryAfter(roomy(), alone().job).map((one) => [one.socket, one.gib])).toEqual([
      ['A', 8],
      ['B', 16],
    ]));

  it('cannot say what nobody looked at beside it, and what it takes out goes on the tray', () => {
    const bench = atMatch().must(memoryIn('mem-a'));
    const { verdict } = changeById(bench.job, 'mem')!;
    expect(verdict!.findings.find((one) => one.rule === 'memory-beside')?.sentence).toContain(
      'Nobody has looked at B',
    );
    bench.must(found(['mem-b'], { is: 'empty' }));
    expect(changeById(bench.job, 'mem')!.verdict!.findings.map((one) => one.rule)).toContain('memory-order');
    bench.must(found(['mem-a'], { is: 'holds', holds: { ...HELD, label: 'Orrin 4', gib: 4 } }));
    bench.must({ type: 'advance', from: 'match' });
  });
});

describe('a drive that is left in', () => {
  it('is not taken out, and a place known to be empty has none to leave', () => {
    const of = roomy();
    const dead = { label: 'a dead drive', markedGb: null, lengthMm: null, medium: null };
    const bay = baySlot({ fitted: dead, reach: ['cover-off'] });
    const leave = {
      type: 'plan-change',
      changeId: 'dead',
      kind: 'leave-unplugged',
      placeId: 'bay-b',
    } as const;
    const bench = atMatch([{ ...of, places: [...of.places, bay] }]).must(leave);
    expect(sayChanges(bench.job)).toBe('a drive left unplugged');
    bench.must({ type: 'drop-change', changeId: 'dead', why: '' }, found(['bay-b'], { is: 'empty' }));
    expect(bench.give(leave)).toContain('nothing-in-it');
  });
});

describe('what is found', () => {
  it('judges what was chosen again: a slot that is empty gets a drive added, not replaced', () => {
    const bench = atMatch().must({ type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' });
    bench.must(found(['m2-a'], { is: 'empty', missing: ['screw'] }));
    const [change] = bench.job.changes;
    expect(change).toMatchObject({ kind: 'add-drive', slot: { fitted: null, screwState: 'missing' } });
    bench.must({ type: 'find', placeIds: ['m2-a'], found: null });
    expect(bench.job.found).toEqual({});
    expect(bench.job.changes[0]!.kind).toBe('replace-drive');
  });

  it('names its place, and what it holds', () => {
    const bench = atMatch();
    expect(bench.give(found(['attic'], {}))).toContain('unknown-place');
    expect(bench.give(found(['m2-a'], { is: 'holds' }))).toContain('say-what-is-in');
  });
});

const HELD = { label: '', gb: null, gib: null, megatransfers: null, serial: null, jumper: null };
const agreeTo = (kind: 'advised' | 'cheapest'): JobCommand => ({
  type: 'agree',
  kind,
  slotId: 'm2-a',
  driveId: 'pellow-p3',
  who: 'Halima Quist',
  how: 'phone',
  depositMinor: 0,
  words: '',
});
