import { AGREED, found, memoryIn, MODULE, roomy } from '../testing/roomy.js';
import { TestJob } from '../testing/samples.js';
import { finishPart, walkLeg } from '../testing/walks.js';
import { missing } from './gates/index.js';
import { billNow } from './reading/agreement.js';
import { othersToBeShown, sayExpected, toBeShown } from './reading/expects.js';
import { drivesOut, oldDrives, originalOf, outForGood } from './reading/old-drives.js';
import { removedParts } from './reading/removed.js';
import { stockClaim } from './reading/stock-claim.js';
import { touchedBy } from './reading/touched.js';
import type { JobCommand } from './commands/index.js';
import type { Shown } from './shape/shown.js';

const HELD = { label: 'Orrin 8', gb: null, gib: 8, megatransfers: 3200, serial: null, jumper: null };
const show = (changeId: string, own: Partial<Shown> = {}): JobCommand => ({
  type: 'show-change',
  changeId,
  ok: true,
  size: null,
  gib: null,
  megatransfers: null,
  note: '',
  ...own,
});

/** Replaces a drive, adds another, and puts 16 GiB where 8 were found; the other socket is empty. */
function atTry(seen = true): TestJob {
  const bench = new TestJob([roomy()]);
  bench.parts = [MODULE];
  finishPart(bench);
  bench.must(
    { type: 'advance', from: 'diagnose' },
    { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
    { type: 'choose-drive', slotId: 'm2-b', driveId: 'pellow-p3', changeId: 'second' },
    found(['mem-a'], { is: 'holds', holds: HELD }),
    ...(seen ? [found(['mem-b'], { is: 'empty' })] : []),
    memoryIn('mem-a'),
    ...AGREED,
  );
  for (const phase of ['safeguard', 'way-in', 'swap'] as const) {
    finishPart(bench);
    bench.must({ type: 'advance', from: phase });
  }
  expect(bench.job.phase).toBe('try');
  return bench.must({ type: 'try-out', listed: true, size: { shown: 1000, unit: 'GB' } });
}
const open = ({ job }: TestJob) => missing(job).map(({ code }) => code);
const codes = (bench: TestJob) => open(bench).filter((code) => code.startsWith('change-shown'));

describe('each change shows for itself', () => {
  it('is expected by what goes in and what was found beside it', () => {
    const bench = atTry();
    expect(toBeShown(bench.job).map(({ id }) => id)).toEqual(['first', 'second', 'mem']);
    const said = othersToBeShown(bench.job).map((one) => sayExpected(one, roomy(), bench.job));
    expect(said).toEqual([
      expect.stringMatching(/^1000 GB listed in second slot, over PCIe/),
      '16 GiB in all at 3200 MT/s',
    ]);
  });

  it('holds the job at Try until every one of them was looked at, and is right', () => {
    const bench = atTry();
    expect(codes(bench)).toEqual(['change-shown:second', 'change-shown:mem']);
    bench.must(show('second', { size: { shown: 931.5, unit: 'GiB' } }));
    expect(codes(bench)).toEqual(['change-shown:mem']);
    bench.must(show('mem', { gib: 8 }));
    expect(missing(bench.job).at(-1)?.sentence).toContain('a module is not seen. Seat it again.');
    bench.must(show('mem', { gib: 15.6, megatransfers: 2400 }));
    expect(missing(bench.job).at(-1)?.sentence).toContain('3200 MT/s expected');
    bench.must(show('mem', { gib: 15.6, megatransfers: 3200 }));
    expect(codes(bench)).toEqual([]);
  });

  it('promises no sum while somebody has not looked into a socket', () => {
    const bench = atTry(false);
    const memory = othersToBeShown(bench.job).at(-1)!;
    expect(sayExpected(memory, roomy(), bench.job)).toBe('16 GiB or more: nobody has read all that is in');
    bench.must(show('mem', { gib: 16 }));
    expect(bench.job.shown['mem']?.start).toMatchObject({
      right: true,
      sentence: expect.stringContaining('more may be missing'),
    });
    bench.must(show('mem', { gib: 8 }));
    expect(bench.job.shown['mem']?.start?.right).toBe(false);
  });

  it('is asked with the figures that its kind has, and only where it can show', () => {
    const bench = atTry();
    expect(bench.give(show('second'))).toContain('size');
    expect(bench.give(show('mem'))).toContain('memory-shown');
    expect(bench.give(show('first'))).toContain('unknown-change');
    finishPart(bench);
    bench.must(show('second', { size: { shown: 1000, unit: 'GB' } }), show('mem', { gib: 16 }));
    bench.must({ type: 'advance', from: 'try' });
    expect(bench.give(show('mem', { gib: 16 }))).toContain('shown-when');
  });

  it('keeps the serials of what goes in and comes out with each', () => {
    const bench = atTry();
    bench.must({ type: 'record-change-serial', changeId: 'second', which: 'new', serial: 'PP3-22' });
    expect(bench.job.shown['second']).toMatchObject({ newSerial: 'PP3-22', oldSerial: null });
    expect(bench.job.serials.newDrive).toBe('PP3-1');
    const main = { type: 'record-change-serial', changeId: 'first', which: 'new', serial: 'X1' } as const;
    expect(bench.give(main)).toContain('unknown-change');
  });
});

describe('one change rolled back', () => {
  const rolled = (): TestJob =>
    atTry().must(show('mem', { gib: 8 }), {
      type: 'judge-companion',
      companionId: 'mem',
      outcome: 'rolled-back',
      note: 'is not seen, in either socket',
    });

  it('lets the others go on, and asks for what was there and for the shelf, in order', () => {
    const bench = rolled().must(show('second', { size: { shown: 1000, unit: 'GB' } }));
    expect(codes(bench)).toEqual([]);
    bench.must({ type: 'advance', from: 'try' });
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'way-out' });
    expect(open(bench)).toContain('companion:mem');
    const undo = (step: 'original-refitted' | 'part-returned') =>
      ({ type: 'undo-companion', companionId: 'mem', step }) as const;
    expect(bench.give(undo('part-returned'))).toContain('original-first');
    expect(outForGood(bench.job).map(({ label }) => label)).toEqual(['the module of A']);
    bench.must(undo('original-refitted'), undo('part-returned'));
    expect(open(bench)).not.toContain('companion:mem');
    expect(outForGood(bench.job)).toEqual([]);
    expect(removedParts(bench.job)).toEqual([]);
    expect(stockClaim(bench.job).some(({ item }) => item.id === MODULE.id)).toBe(false);
  });

  it('puts a drive back that came out for it, and that drive has no fate to be settled', () => {
    const bench = new TestJob([roomy()]);
    finishPart(bench);
    bench.must(
      { type: 'advance', from: 'diagnose' },
      found(['m2-b'], { is: 'holds', holds: { ...HELD, label: 'Marl B2', gib: null, gb: 256 } }),
      { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
      { type: 'choose-drive', slotId: 'm2-b', driveId: 'pellow-p3', changeId: 'second' },
      { type: 'advance', from: 'match' },
    );
    for (const phase of ['agree', 'safeguard', 'way-in', 'swap'] as const) {
      finishPart(bench);
      bench.must({ type: 'advance', from: phase });
    }
    bench.must({
      type: 'judge-companion',
      companionId: 'second',
      outcome: 'rolled-back',
      note: 'not listed in that slot',
    });
    const second = () => bench.job.changes.find(({ id }) => id === 'second')!;
    expect(originalOf(bench.job, second())).not.toBe('');
    bench.must({ type: 'undo-companion', companionId: 'second', step: 'original-refitted' });
    expect(drivesOut(bench.job).map(({ placeId }) => placeId)).toEqual([null]);
    expect(oldDrives(bench.job).map(({ changeId }) => changeId)).toEqual(['']);
  });

  it('is not paid for', () => {
    const before = billNow(atTry().job)!.netMinor;
    const bench = rolled();
    expect(billNow(bench.job)!.netMinor).toBe(before - MODULE.priceMinor);
    expect(billNow(bench.job)!.lines.at(-1)?.say).toBe('Not fitted after all: Orrin 16');
  });
});

describe('what came out', () => {
  function atHandOver(bench = atTry()): TestJob {
    bench.must(show('second', { size: { shown: 1000, unit: 'GB' } }), show('mem', { gib: 16 }));
    for (const phase of ['try', 'way-out', 'set-up', 'prove'] as const) {
      finishPart(bench);
      if (phase === 'prove')
        bench.must(show('second', { size: { shown: 1000, unit: 'GB' } }), show('mem', { gib: 16 }));
      bench.must({ type: 'advance', from: phase });
    }
    return bench;
  }

  it('is a module with a fate of its own, not a thing left on the tray', () => {
    const bench = atHandOver();
    expect(removedParts(bench.job)).toEqual(['the module of A']);
    expect(open(bench)).toContain('removed:the module of A');
    expect(open(bench).some((code) => code.startsWith('tray'))).toBe(false);
    const fate = { type: 'settle-removed', what: 'the module of A', fate: 'returned' } as const;
    bench.must({ ...fate, until: null, amountMinor: 0, note: '' });
    expect(open(bench)).not.toContain('removed:the module of A');
    expect(removedParts(bench.job)).toEqual(['the module of A']);
  });

  it('is one old drive for each place that held one; an added drive has none', () => {
    const bench = atHandOver();
    expect(oldDrives(bench.job).map(({ changeId, label }) => [changeId, label])).toEqual([
      ['', 'Sallow R6 512 GB'],
    ]);
  });

  it('settles each drive by itself', () => {
    const bench = new TestJob([roomy()]);
    finishPart(bench);
    bench.must(
      { type: 'advance', from: 'diagnose' },
      found(['m2-b'], { is: 'holds', holds: { ...HELD, label: 'Marl B2', gib: null, gb: 256 } }),
      { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
      { type: 'plan-change', changeId: 'out', kind: 'take-out-drive', placeId: 'm2-b' },
    );
    expect(oldDrives(bench.job).map(({ label, place }) => `${label}, ${place}`)).toEqual([
      'Sallow R6 512 GB, M.2 socket',
      'Marl B2, second slot',
    ]);
    // Walked to its end by the same hands as any job.
    for (const phase of ['match', 'agree', 'safeguard', 'way-in', 'swap', 'try'] as const) {
      if (phase !== 'match') finishPart(bench);
      if (phase === 'try') bench.must(show('out'));
      bench.must({ type: 'advance', from: phase });
    }
    for (const phase of ['way-out', 'set-up', 'prove'] as const) {
      finishPart(bench);
      if (phase === 'prove') bench.must(show('out'));
      bench.must({ type: 'advance', from: phase });
    }
    expect(open(bench)).toEqual(expect.arrayContaining(['old-drive', 'other-old-drive:out']));
    const settle = { type: 'settle-old-drive', fate: 'returned', until: null, note: '' } as const;
    const onTray = () => drivesOut(bench.job).map(({ placeId }) => placeId);
    expect(onTray()).toEqual([null, 'm2-b']);
    bench.must({ ...settle, changeId: 'out' });
    expect(onTray()).toEqual([null]);
    expect(open(bench)).toContain('old-drive');
    expect(open(bench)).not.toContain('other-old-drive:out');
    bench.must(settle);
    expect(open(bench)).not.toContain('old-drive');
    expect(bench.job.custody.map(({ changeId }) => changeId)).toEqual(['out', '']);
    expect(bench.give({ ...settle, changeId: 'nobody' })).toContain('unknown-change');
  });
});

describe('what is suspected first, once something is new', () => {
  const first = (bench: TestJob) => touchedBy(bench.job).first?.say;

  it('is what does not show, then a lead that nobody has seen work, then what comes out most easily', () => {
    const bench = atTry();
    bench.must(show('mem', { gib: 8 }));
    expect(first(bench)).toBe('Seat Orrin 16 again, else take it out.');
    bench.must(show('mem', { gib: 16 }));
    expect(first(bench)).toBe('Start it without Orrin 16.');
    const way = bench.job.way!;
    const lead = {
      kind: 'lead' as const,
      key: 'lead',
      verb: 'Unplugged',
      label: 'camera lead',
      count: 1,
      connector: null,
      ties: null,
      onlyWith: null,
    };
    const step = { ...way.steps[0]!, id: 'in:cam', operationId: 'cam', role: null, moves: [lead] };
    const job = { ...bench.job, way: { ...way, steps: [...way.steps, step] } };
    expect(touchedBy(job)).toMatchObject({
      changes: ['Memory: Orrin 16', expect.stringContaining('Add a drive'), expect.anything()],
      leads: ['Camera lead'],
      first: { say: 'Plug it in again: Camera lead.' },
    });
  });

  it('is nothing where nothing was touched', () => {
    expect(touchedBy(new TestJob().job)).toEqual({ changes: [], leads: [], first: null });
  });
});
