import type { MachineModel } from '../hardware/index.js';
import { AGREED, found, memoryIn, MODULE, roomy } from '../testing/roomy.js';
import { operation, TestJob } from '../testing/samples.js';
import { finishPart, walkLeg } from '../testing/walks.js';
import type { JobCommand } from './commands/index.js';
import { definitionOf } from './events/index.js';
import { nextTick } from './next-command.js';
import { oldDrives } from './reading/old-drives.js';
import { isIn } from './reading/fitted.js';
import { currentStep } from './reading/walk.js';
import { stillOut } from './reading/tray.js';

/** Two things lie over the drive, one beside the other: either one free is enough. */
function twoWays(): MachineModel {
  const plain = roomy();
  const part = (id: string, minutes: number) =>
    operation({
      id,
      minutes,
      title: `Lift the ${id}`,
      after: [['drain']],
      takes: [{ key: id, kind: 'part', verb: 'Out', label: id }],
      mirror: { title: `Lay the ${id} in`, short: id, caution: null, minutes },
    });
  return {
    ...plain,
    guide: {
      ...plain.guide,
      operations: [
        ...plain.guide.operations.map((one) =>
          one.id === 'drive-out'
            ? {
                ...one,
                after: [
                  ['drain', 'shield'],
                  ['drain', 'frame'],
                ],
              }
            : one,
        ),
        part('shield', 1),
        part('frame', 4),
      ],
    },
  };
}

/** A bench on the way in to a drive, with what else is to be done. */
function onTheWayIn(machine: MachineModel, ...more: Parameters<TestJob['must']>): TestJob {
  const bench = new TestJob([machine]);
  bench.parts = [MODULE];
  finishPart(bench);
  bench.must({ type: 'advance', from: 'diagnose' });
  finishPart(bench);
  bench.must(...more, ...AGREED);
  finishPart(bench);
  return bench.must({ type: 'advance', from: 'safeguard' });
}

const at = (bench: TestJob) => currentStep(bench.job)!.step;
/** Walks until that step is at hand. */
function until(bench: TestJob, stepId: string): TestJob {
  for (let count = 0; count < 40 && at(bench).id !== stepId; count++) {
    bench.must(nextTick(bench.job, false)!);
    bench.clock += 60;
  }
  expect(at(bench).id).toBe(stepId);
  return bench;
}
const told = ({ log, job }: TestJob): string =>
  log
    .map(({ event }) => (event.type === 'replanned' ? definitionOf(event.type).tells(event, job) : ''))
    .join('\n');
const titles = ({ job }: TestJob): string[] => job.way!.steps.map((one) => one.title);
const ids = ({ job }: TestJob): string[] => job.way!.steps.map((one) => one.id);
/** To the end of the way out, and nothing of the machine is on the tray but what came out for good. */
function closed(bench: TestJob, ...atTheStart: JobCommand[]): string[] {
  for (const from of ['way-in', 'swap', 'try', 'way-out'] as const) {
    finishPart(bench);
    if (from === 'try' && bench.job.phase === from) bench.must(...atTheStart);
    if (bench.job.phase === from) bench.must({ type: 'advance', from });
  }
  expect(bench.job.phase).toBe('set-up');
  return stillOut(bench.job).flatMap((one) => (one.kind === 'setting' ? [] : [one.label]));
}

describe('something is not here', () => {
  const notHere = (bench: TestJob, key: string | null, from = 0) =>
    ({ type: 'not-here', stepId: at(bench).id, key, from, reason: '' }) as const;

  it('one screw of three: the step is done with two, and two go back', () => {
    const bench = until(onTheWayIn(roomy()), 'in:screws');
    bench.must({ type: 'tick', stepId: 'in:screws', key: 'short', from: 0, count: 2 });
    bench.must(notHere(bench, 'short', 2));
    expect(at(bench).id).not.toBe('in:screws');
    expect(bench.job.tray).toMatchObject([{ kind: 'setting' }, { kind: 'screw', out: 2, of: 2 }]);
    expect(bench.job.way!.ticks.filter((tick) => tick.stepId === 'in:screws')).toHaveLength(1);
    const back = bench.job.way!.steps.find((one) => one.id === 'out:screws')!.moves[0]!;
    expect(back.kind === 'screw' && back.holes).toHaveLength(2);
    expect(closed(bench)).toEqual(['old drive']);
    expect(told(bench)).toContain('Not here: 1 × M2 × 5 pan');
  });

  it('a whole step: it goes, with its way back, and what waited for it waits no longer', () => {
    const bench = until(onTheWayIn(roomy()), 'in:cover-off');
    bench.must(notHere(bench, null));
    expect(ids(bench)).not.toEqual(expect.arrayContaining(['in:cover-off']));
    expect(ids(bench)).not.toEqual(expect.arrayContaining(['out:cover-off']));
    expect(at(bench).id).toBe('in:battery');
    bench.must({ type: 'take-back-tick' });
    expect(at(bench).id).toBe('in:cover-off');
    expect(ids(bench)).toContain('out:cover-off');
    bench.must(notHere(bench, null));
    expect(closed(bench)).toEqual(['old drive']);
  });

  it('the drive itself: its place is found empty, and one is added', () => {
    const bench = until(onTheWayIn(roomy()), 'in:drive-out');
    bench.must(notHere(bench, null));
    expect(bench.job.found['m2-a']).toMatchObject({ is: 'empty', how: 'seen' });
    expect(bench.job.changes.map(({ kind }) => kind)).toEqual(['add-drive']);
    expect(closed(bench)).toEqual([]);
    expect(oldDrives(bench.job)).toEqual([]);
  });

  it('is refused for what feeds the machine, for things that moved, and once something new is in', () => {
    const bench = until(onTheWayIn(roomy()), 'in:screws');
    expect(bench.give(notHere(bench, 'other'))).toContain('unknown-thing');
    bench.must({ type: 'tick', stepId: 'in:screws', key: 'short', from: 0, count: 1 });
    expect(bench.give(notHere(bench, 'short', 0))).toContain('moved-meanwhile');
    until(bench, 'in:battery');
    expect(bench.give(notHere(bench, null))).toContain('power-not-here');
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'way-in' });
    bench.must(nextTick(bench.job, true)!);
    if (currentStep(bench.job)) expect(bench.give(notHere(bench, null))).toContain('replans-on-way-in');
  });
});

describe('something does not come', () => {
  const stuck = (bench: TestJob) =>
    ({ type: 'does-not-come', stepId: at(bench).id, reason: 'its clip is glued' }) as const;

  it('the way leads around it where there is another, and back', () => {
    const bench = until(onTheWayIn(twoWays()), 'in:shield');
    const done = bench.job.way!.ticks;
    bench.must(stuck(bench));
    expect(bench.job.way!.ticks).toEqual(done);
    expect(titles(bench)).toEqual(expect.arrayContaining(['Lift the frame', 'Lay the frame in']));
    expect(titles(bench)).not.toContain('Lift the shield');
    expect(closed(bench)).toEqual(['old drive']);
    expect(told(bench)).toContain('It does not come: Lift the shield.');
  });

  it('says so where there is none, and changes nothing', () => {
    const bench = until(onTheWayIn(roomy()), 'in:cover-off');
    const before = bench.job;
    expect(bench.give(stuck(bench))).toContain('no-way-around');
    expect(bench.job).toBe(before);
    const both = until(onTheWayIn(twoWays()), 'in:shield').must({
      type: 'does-not-come',
      stepId: 'in:shield',
      reason: 'glued down',
    });
    until(both, 'in:frame');
    expect(both.give(stuck(both))).toContain('no-way-around');
  });
});

describe('a place is found otherwise', () => {
  it('empty, half-way: the drive is added, and nothing is taken that is not there', () => {
    const bench = until(onTheWayIn(roomy()), 'in:battery');
    expect(ids(bench)).toContain('in:drive-out');
    bench.must(found(['m2-a'], { is: 'empty' }));
    expect(ids(bench)).not.toContain('in:drive-out');
    expect(at(bench).id).toBe('in:battery');
    expect(bench.job.changes.map(({ kind }) => kind)).toEqual(['add-drive']);
    expect(closed(bench)).toEqual([]);
    expect(oldDrives(bench.job)).toEqual([]);
    expect(told(bench)).toMatch(/is otherwise than it was planned for/);
  });

  it('and the other way about: what was to be empty holds a drive, which comes out', () => {
    const machine = roomy();
    const bench = onTheWayIn({
      ...machine,
      places: machine.places.map((one) => (one.id === 'm2-a' ? { ...one, fitted: null } : one)),
    });
    expect(ids(bench)).not.toContain('in:drive-out');
    until(bench, 'in:battery').must(
      found(['m2-a'], {
        is: 'holds',
        holds: { label: 'Rook W3', gb: 256, gib: null, megatransfers: null, serial: null, jumper: null },
      }),
    );
    expect(ids(bench)).toContain('in:drive-out');
    expect(closed(bench)).not.toEqual([]);
  });

  it('nothing to take out there: that is none of this opening, and nobody says it was done', () => {
    const HELD = { label: 'Marl B2', gb: 256, gib: null, megatransfers: null, serial: null, jumper: null };
    const bench = until(
      onTheWayIn(roomy(), found(['m2-b'], { is: 'holds', holds: HELD }), {
        type: 'plan-change',
        changeId: 'gone',
        kind: 'take-out-drive',
        placeId: 'm2-b',
      } as never),
      'in:battery',
    );
    expect(ids(bench)).toContain('in:drive-b');
    bench.must(found(['m2-b'], { is: 'empty' }));
    expect(ids(bench)).not.toContain('in:drive-b');
    expect(closed(bench)).toEqual(['old drive']);
    expect(oldDrives(bench.job).map(({ label }) => label)).toEqual(['Sallow R6 512 GB']);
    expect(
      isIn(
        bench.job,
        bench.job.changes.find(({ id }) => id === 'gone')!,
      ),
    ).toBe(false);
  });

  it('on a visit to look: what is planned there is judged anew, and the open machine stays open', () => {
    const bench = new TestJob([roomy()]);
    finishPart(bench);
    bench.must({ type: 'advance', from: 'diagnose' });
    finishPart(bench);
    bench.must({ type: 'scout', slotId: 'm2-a', why: 'to see what is in there' });
    until(bench, 'in:battery').must(found(['m2-a'], { is: 'empty' }));
    expect(bench.job.changes.map(({ kind }) => kind)).toEqual(['add-drive']);
    expect(bench.job.way).not.toBeNull();
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'way-in' });
    walkLeg(bench);
    expect(stillOut(bench.job).filter(({ kind }) => kind !== 'setting')).toEqual([]);
    bench.must({ type: 'advance', from: 'way-out' });
    expect(bench.job.phase).toBe('match');
  });

  it('a photo of nothing new changes nothing', () => {
    const bench = until(onTheWayIn(roomy()), 'in:battery');
    const { steps } = bench.job.way!;
    bench.must(found(['m2-a'], { is: 'as-guide' }));
    expect(bench.job.way!.steps).toBe(steps);
  });
});

describe('what the guide lacks', () => {
  it('goes back in its turn, whatever is planned anew after it', () => {
    const bench = until(onTheWayIn(twoWays()), 'in:battery');
    bench.must({ type: 'also-out', kind: 'part', label: 'felt', count: 1 });
    until(bench, 'in:shield').must({ type: 'does-not-come', stepId: 'in:shield', reason: 'glued down' });
    const all = ids(bench);
    expect(all.indexOf('out:frame')).toBeLessThan(all.indexOf('out:also-1'));
    expect(all.indexOf('out:also-1')).toBeLessThan(all.indexOf('out:cover-off'));
    expect(bench.job.tray.map(({ label }) => label)).toContain('felt');
    expect(closed(bench)).toEqual(['old drive']);
  });

  it('a visit that turns back closes by the plan, and everything is in again', () => {
    const bench = until(onTheWayIn(twoWays()), 'in:battery');
    bench.must({ type: 'also-out', kind: 'part', label: 'felt', count: 1 });
    until(bench, 'in:shield').must({ type: 'does-not-come', stepId: 'in:shield', reason: 'glued down' });
    until(bench, 'in:drive-out').must({ type: 'turn-back', why: 'a part is missing' });
    walkLeg(bench);
    expect(stillOut(bench.job).filter(({ kind }) => kind !== 'setting')).toEqual([]);
  });
});

describe('memory in the same opening', () => {
  it('stays in the plan when the drive turns out not to be there', () => {
    const bench = until(
      onTheWayIn(roomy(), found(['mem-b'], { is: 'empty' }), memoryIn('mem-b')),
      'in:battery',
    );
    bench.must(found(['m2-a'], { is: 'empty' }));
    expect(titles(bench)).toContain('Orrin 16 into B');
    const shown = { ok: true, size: null, gib: 24, megatransfers: 3200, note: '' };
    expect(closed(bench, { type: 'show-change', changeId: 'mem', ...shown })).toEqual([]);
    expect(bench.job.changes.every((one) => isIn(bench.job, one))).toBe(true);
  });
});
