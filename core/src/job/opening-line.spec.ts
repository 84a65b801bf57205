import { baySlot, TestJob } from '../testing/samples.js';
import { found, memoryIn, MODULE, roomy } from '../testing/roomy.js';
import { finishPart } from '../testing/walks.js';
import { USUAL_POLICY } from '../teardown/index.js';
import { changeById } from './reading/changes.js';
import { cheapBeside, openingLine, partsFor } from './reading/opening-line.js';
import { possibleChanges } from './reading/possible.js';

const atMatch = (models = [roomy()]): TestJob => {
  const bench = new TestJob(models);
  bench.parts = [MODULE];
  finishPart(bench);
  return bench.must({ type: 'advance', from: 'diagnose' });
};
const drive = (slotId: string, changeId = 'first') =>
  ({ type: 'choose-drive', slotId, changeId, driveId: 'pellow-p3' }) as const;

describe('what can be done to this machine', () => {
  const kindsAt = ({ job }: TestJob, at: string, model = roomy()) =>
    possibleChanges(model, job)
      .filter(({ placeId }) => placeId === at)
      .map(({ kind }) => kind);

  it('follows what is in each place, as found and not as the model says', () => {
    const bench = atMatch();
    expect(kindsAt(bench, 'm2-a')).toEqual(['replace-drive', 'take-out-drive', 'move-drive', 'look']);
    expect(kindsAt(bench, 'm2-b')).toEqual(['add-drive', 'look']);
    bench.must(found(['m2-a'], { is: 'empty' }));
    expect(kindsAt(bench, 'm2-a')).toEqual(['add-drive', 'look']);
  });

  it('leaves a drive in unplugged only where it hangs on leads', () => {
    const of = roomy();
    const bay = { ...of, places: [...of.places, baySlot({ fitted: SOME, reach: ['cover-off'] })] };
    const bench = atMatch([bay]);
    expect(kindsAt(bench, 'bay-b', bay)).toContain('leave-unplugged');
    expect(kindsAt(bench, 'm2-a', bay)).not.toContain('leave-unplugged');
    const leave = { type: 'plan-change', changeId: 'old', kind: 'leave-unplugged' } as const;
    expect(bench.give({ ...leave, placeId: 'm2-a' })).toContain('other-place');
    bench.must({ ...leave, placeId: 'bay-b' });
    expect(kindsAt(bench, 'bay-b', bay)).toEqual([]);
  });
});

describe('one opening for all changes', () => {
  const line = ({ job }: TestJob) => {
    const made = openingLine(roomy(), job, USUAL_POLICY);
    if ('problem' in made) throw new Error(made.problem);
    return made;
  };

  it('adds up: what is shared, and what each change adds to it', () => {
    const bench = atMatch().must(drive('m2-a'), drive('m2-b', 'second'), memoryIn('mem-b'));
    const { minutes, inMinutes, outMinutes, each } = line(bench);
    expect(each.map(({ id }) => id)).toEqual(['first', 'second', 'mem']);
    const sum = each.reduce((all, one) => all + one.minutes, inMinutes + outMinutes);
    expect(sum).toBeCloseTo(minutes, 9);
    // Leaving one out saves exactly what was said of it.
    bench.must({ type: 'drop-change', changeId: 'second', why: '' });
    expect(minutes - line(bench).minutes).toBeCloseTo(each[1]!.minutes, 9);
  });

  it('says that no opening is needed, or why none can be planned, instead of nought minutes', () => {
    const bench = atMatch();
    expect(openingLine(roomy(), bench.job, USUAL_POLICY)).toEqual({ problem: '' });
    bench.must(drive('m2-a'));
    const of = roomy();
    const untold = {
      ...of,
      places: of.places.map((one) =>
        one.id === 'm2-a' && one.kind === 'm2' ? { ...one, reach: ['nowhere'] } : one,
      ),
    };
    expect(openingLine(untold, bench.job, USUAL_POLICY)).toMatchObject({
      problem: expect.stringMatching(/\w/),
    });
  });

  it('names what is cheap beside it, at places nothing is planned for, only with what surely goes', () => {
    const bench = atMatch().must(drive('m2-a'));
    const cheap = (parts = bench.parts) => cheapBeside(roomy(), bench.job, USUAL_POLICY, parts);
    expect(cheap().map(({ placeId, part }) => [placeId, part?.id])).toEqual([
      ['mem-a', 'orrin-16'],
      ['mem-b', 'orrin-16'],
    ]);
    expect(cheap().every(({ minutes }) => minutes > 0 && minutes <= 6)).toBe(true);
    expect(cheap([{ ...MODULE, generation: 'ddr5' } as typeof MODULE])).toEqual([]);
    expect(cheap([{ ...MODULE, inStock: 0 }])).toEqual([]);
    bench.must(memoryIn('mem-a'));
    expect(cheap().map(({ placeId }) => placeId)).toEqual(['mem-b']);
  });

  it('puts the parts that go before those that do not', () => {
    const wrong = { ...MODULE, id: 'old', generation: 'ddr2', priceMinor: 100 } as typeof MODULE;
    const all = partsFor(roomy(), atMatch().job, 'mem-a', 'memory', [wrong, MODULE]);
    expect(all.map(({ part, verdict }) => [part.id, verdict.outcome])).toEqual([
      ['orrin-16', 'fits'],
      ['old', 'no'],
    ]);
  });
});

describe('a change that bears on another', () => {
  it('has that one judged again, in the same event', () => {
    const of = roomy();
    const shared = { ...of, sharing: [SHARED] };
    const bench = atMatch([shared]).must(drive('m2-a'));
    const before = changeById(bench.job, 'first')?.link?.ceilingBytesPerSecond ?? 0;
    bench.must(drive('m2-b', 'second'));
    const after = changeById(bench.job, 'first')?.link?.ceilingBytesPerSecond ?? 0;
    expect(after).toBeLessThan(before);
    bench.must({ type: 'drop-change', changeId: 'second', why: '' });
    expect(changeById(bench.job, 'first')?.link?.ceilingBytesPerSecond).toBe(before);
  });
});

const SHARED = { kind: 'lanes', slot: 'm2-a', with: 'm2-b', lanes: 2 } as const;
const SOME = { label: 'a drive', markedGb: 500, lengthMm: null, medium: 'rotating' as const };
