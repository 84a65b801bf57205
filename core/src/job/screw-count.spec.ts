import { GuideSchema, ScrewSchema } from '../hardware/index.js';
import { model, operation, TestJob } from '../testing/samples.js';
import { finishPart } from '../testing/walks.js';
import { missing } from './gates/index.js';
import { nextTick } from './next-command.js';
import { reconcile, sayMissing, screwsExpected } from './reading/screw-count.js';
import { currentStep } from './reading/walk.js';

const screw = (lengthMm: number) => ScrewSchema.parse({ thread: 'M2', lengthMm, head: 'pan', bit: 'PH0' });
const kind = (key: string, lengthMm: number, count: number, captive = false) => ({
  key,
  kind: 'screw' as const,
  label: `M2 × ${lengthMm} pan`,
  screw: screw(lengthMm),
  holes: Array.from({ length: count }, (_, at) => ({ xMm: 10 * at + lengthMm, yMm: lengthMm })),
  captive,
});
const mixed = model({
  guide: GuideSchema.parse({
    ...model().guide,
    operations: model().guide.operations.map((one) =>
      one.id === 'screws'
        ? operation({
            id: 'screws',
            tool: 'PH0',
            takes: [kind('short', 5, 3), kind('long', 8, 2), kind('stay', 6, 2, true)],
          })
        : one,
    ),
  }),
});
const LONG = 'M2 × 8 pan PH0';
const SHORT = 'M2 × 5 pan PH0';

/**
 * A bench at the way out, everything in the machine out but what lies deeper put back; `ticks` of the cover's
 * screws are in.
 */
function atTheCover(ticks: number): TestJob {
  const bench = new TestJob([mixed]);
  while (bench.job.phase !== 'way-out') {
    finishPart(bench);
    bench.must({ type: 'advance', from: bench.job.phase });
  }
  while (currentStep(bench.job)!.step.id !== 'out:screws') bench.must(nextTick(bench.job, true)!);
  for (let at = 0; at < ticks; at++) bench.must(nextTick(bench.job, false)!);
  return bench;
}

it('expects on the mat what is out and loose, kind by kind, shortest first; captive screws never lie there', () => {
  expect(screwsExpected(atTheCover(0).job).map(({ key, expected }) => [key, expected])).toEqual([
    [SHORT, 3],
    [LONG, 2],
  ]);
  expect(screwsExpected(atTheCover(4).job).map(({ expected }) => expected)).toEqual([0, 1]);
});

it('says nothing where the count is right', () => {
  expect(
    reconcile(atTheCover(1).job, []).every((line) => line.sentence === '' && line.counted === line.expected),
  ).toBe(true);
});

it('one left over: the holes that were ticked, one of which is empty', () => {
  const { job } = atTheCover(3);
  const line = reconcile(job, [{ key: SHORT, counted: 1 }])[0]!;
  expect(line.holes).toMatchObject([{ stepId: 'out:screws', holes: [{ xMm: 5 }, { xMm: 15 }, { xMm: 25 }] }]);
  expect(line.sentence).toContain('a hole is empty. Look at the 3 holes of ‘Undo screws’');
});

it('one missing: the holes that still wait for it', () => {
  const line = reconcile(atTheCover(1).job, [{ key: SHORT, counted: 1 }])[0]!;
  expect(line.holes[0]!.holes).toHaveLength(2);
  expect(line.sentence).toMatch(/^1 M2 × 5 pan missing: look under the machine/);
});

it('a short one left over and a long one missing: the long one sits in a short hole, and by how much too long', () => {
  const lines = reconcile(atTheCover(3).job, [
    { key: SHORT, counted: 1 },
    { key: LONG, counted: 1 },
  ]);
  expect(lines[0]!.sentence).toContain('A M2 × 8 pan most likely sits where a M2 × 5 pan belongs');
  expect(lines[0]!.sentence).toContain(
    '3 mm too long there: take it out before you press or switch on anything',
  );
  expect(lines[1]!.sentence).toContain('most likely swapped');
});

it('a count that does not add up holds the gate of the way out until it is counted again or waived', () => {
  const bench = atTheCover(7);
  expect(bench.job.tray.filter((item) => item.out > 0).map((item) => item.kind)).toEqual([
    'setting',
    'drive',
  ]);
  bench.must({ type: 'count-screws', counts: [{ key: SHORT, counted: 1 }] });
  expect(missing(bench.job)).toMatchObject([{ code: 'screw-count', waivableBy: ['technician', 'lead'] }]);
  expect(bench.give({ type: 'advance', from: 'way-out' })).toContain('left over');
  bench.must({ type: 'count-screws', counts: [] });
  expect(missing(bench.job)).toEqual([]);
});

it('refuses a count before anything is out, and a kind that this job does not have', () => {
  expect(new TestJob([mixed]).give({ type: 'count-screws', counts: [] })).toContain('Nothing is out yet');
  expect(atTheCover(0).give({ type: 'count-screws', counts: [{ key: 'M9 × 1', counted: 1 }] })).toContain(
    'No step of this job moves M9 × 1',
  );
});

it('says at a step that is left short where what is missing belongs', () => {
  const bench = atTheCover(2);
  bench.must({ type: 'leave-short', stepId: 'out:screws', reason: 'one rolled away' });
  expect(sayMissing(bench.job, 'out:screws')).toBe(
    'Missing: 1 M2 × 5 pan for the hole at 25 / 5 mm; 2 M2 × 8 pan for the holes at 8 / 8 mm, 18 / 8 mm; 2 M2 × 6 pan for the holes at 6 / 6 mm, 16 / 6 mm.',
  );
  expect(sayMissing(bench.job, 'in:screws')).toBeNull();
});
