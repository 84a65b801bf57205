import fc from 'fast-check';
import { bareSlot, judge } from '../fit/index.js';
import { m2Drive, m2Slot, model, TestJob } from '../testing/samples.js';
import { jobAt } from '../testing/walks.js';
import { buildWay, type Way } from '../opening/index.js';
import { nextTick } from './next-command.js';
import { countOut, moveThings, sayItem, stillOut } from './reading/tray.js';
import { trayItemId, trayWaiverCode, type TrayItem } from './shape/tray.js';
import { currentStep, minutesLeft } from './reading/walk.js';

const way = buildWay(model(), m2Slot(), judge(bareSlot(m2Slot()), m2Drive()).extras) as Way;
const step = (id: string) => way.steps.find((one) => one.id === id)!;
const none: TrayItem[] = [];

describe('the tray', () => {
  it('fills thing by thing and empties the same way', () => {
    const two = moveThings(moveThings(none, step('in:screws'), 'short', 1), step('in:screws'), 'short', 1);
    expect(two).toMatchObject([
      { id: trayItemId('in:screws', 'short'), kind: 'screw', out: 2, of: 3, layer: 'cover' },
    ]);
    expect(moveThings(two, step('out:screws'), 'short', 2)[0]!.out).toBe(0);
  });

  it('forgets what was taken back on the way in, as if it had never been out', () => {
    const one = moveThings(none, step('in:cover-off'), 'cover', 1);
    expect(moveThings(one, step('in:cover-off'), 'cover', -1)).toEqual([]);
  });

  it('counts single things, and leaves out what is waived', () => {
    const tray = moveThings(
      moveThings(none, step('in:screws'), 'short', 3),
      step('in:battery'),
      'battery',
      1,
    );
    expect(countOut({ tray, waivers: [] })).toBe(4);
    expect(countOut({ tray, waivers: [{ code: trayWaiverCode(tray[0]!) }] })).toBe(1);
    expect(stillOut({ tray, waivers: [] }).map(sayItem)).toEqual(['3 × M2 × 5 pan', 'battery (unplugged)']);
  });

  it('has no place for what a step does not move', () =>
    expect(moveThings(none, step('in:drain'), 'ghost', 1)).toEqual([]));
});

it('however one walks, undoes and walks on, the tray holds just what is out', () => {
  const deeds = fc.array(fc.constantFrom('one', 'rest', 'undo'), { maxLength: 60 });
  fc.assert(
    fc.property(deeds, (walked) => {
      const bench: TestJob = jobAt('way-in');
      for (const deed of walked) {
        const tick = nextTick(bench.job, deed === 'rest');
        if (deed === 'undo') bench.give({ type: 'take-back-tick' });
        else if (tick) bench.give(tick);
        bench.clock += 20;
      }
      const moved = bench.job.way!.ticks.reduce((sum, tick) => sum + (tick.key === null ? 0 : tick.count), 0);
      // The setting turned off at safeguard lies there, too.
      expect(countOut(bench.job)).toBe(moved + 1);
    }),
    { numRuns: 60 },
  );
});

it('knows the minutes that are left of a part', () => {
  const bench = jobAt('way-in');
  const before = minutesLeft(bench.job, 'in');
  bench.must(nextTick(bench.job, true)!);
  expect(minutesLeft(bench.job, 'in')).toBe(before - step('in:screws').minutes);
  expect(currentStep(bench.job)!.step.id).toBe('in:cover-off');
});
