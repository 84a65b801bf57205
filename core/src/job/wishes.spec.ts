import { found, memoryIn, MODULE, roomy } from '../testing/roomy.js';
import { TestJob } from '../testing/samples.js';
import { missing } from './gates/index.js';
import { limitsOf } from './reading/limits.js';
import { neededGb } from './reading/need-at.js';
import { pastCaseOf } from './reading/past-case.js';
import { placeOf, placesOfJob } from './reading/place-of.js';
import { changesForWish, changesWished, sayPhase } from './reading/wishes.js';
import { NewIntakeSchema } from './shape/intake.js';
import { WISHES, type Wish } from './shape/wish.js';
import { summarise } from './summary.js';

const wishing = (wishes: Wish[], models = [roomy()]): TestJob => {
  const bench = new TestJob(models);
  bench.parts = [MODULE];
  return bench.must({ type: 'state-wish', fault: false, wishes });
};
const placesHere = ({ job }: TestJob) => placesOfJob(roomy(), job);

describe('a wish', () => {
  it('goes on to Match without a cause being weighed, and says so in its names', () => {
    const bench = wishing(['more-memory']);
    expect(missing(bench.job)).toEqual([]);
    expect(sayPhase('diagnose', bench.job)).toBe('Wish');
    expect(sayPhase('swap', bench.job)).toBe('Change');
    expect(summarise(bench.job)).toMatchObject({
      waitsFor: 'Ready for hands: wish, 20 min',
      deed: 'Talk over the wish for the Fen 14',
    });
    bench.must({ type: 'advance', from: 'diagnose' }, memoryIn('mem-b'), { type: 'advance', from: 'match' });
    expect(pastCaseOf(bench.job)).toBeNull();
  });

  it('turns into a fault and back; nothing broken and nothing wished is neither', () => {
    const bench = wishing(['faster']);
    bench.must({ type: 'state-wish', fault: true, wishes: ['faster'] });
    expect(missing(bench.job).map(({ code }) => code)).toContain('conclusion');
    expect(bench.give({ type: 'state-wish', fault: false, wishes: [] })).toContain('no-wish');
  });

  it('is asked for at the counter; a job of before it was asked is about a fault', () => {
    const { intake } = new TestJob().job;
    expect(intake).toMatchObject({ fault: true, wishes: [] });
    const read = NewIntakeSchema.safeParse({ ...intake, fault: false });
    expect(read.error?.issues[0]).toMatchObject({ path: ['wishes'] });
  });
});

describe('what a wish comes to', () => {
  const wanted = (wish: Wish, bench = wishing([wish])) =>
    changesForWish(wish, placesHere(bench), bench.job.found).map(({ kind, placeId }) => `${kind} ${placeId}`);

  it('uses a free place where there is one, and leaves the old drive where it is', () => {
    expect(wanted('more-room')).toEqual(['add-drive m2-b']);
    expect(wanted('second-drive')).toEqual(['add-drive m2-b']);
    expect(wanted('faster')).toEqual(['replace-drive m2-a']);
    const full = wishing(['more-room']).must(
      found(['m2-b'], { is: 'something-else', note: 'a home-made plate' }),
    );
    expect(wanted('more-room', full)).toEqual(['replace-drive m2-a']);
    expect(wanted('second-drive', full)).toEqual([]);
  });

  it('puts memory into the socket that is found empty, else into the first', () => {
    expect(wanted('more-memory')).toEqual(['memory mem-a']);
    const seen = wishing(['more-memory']).must(found(['mem-b'], { is: 'empty' }));
    expect(wanted('more-memory', seen)).toEqual(['memory mem-b']);
  });

  it('has no answer where the model names no place, and one change a place where two wishes meet', () => {
    expect(wanted('new-battery')).toEqual([]);
    const both = wishing(['more-room', 'second-drive', 'faster']);
    expect(changesWished(both.job, placesHere(both)).map(({ placeId }) => placeId)).toEqual(['m2-b', 'm2-a']);
    for (const wish of WISHES) expect(() => wanted(wish)).not.toThrow();
  });

  it('asks for what is in it and half as much again, in a size that is sold, unless somebody said', () => {
    const needs = (bench: TestJob) => neededGb(bench.job, placesHere(bench));
    expect(needs(wishing(['more-room']))).toBe(1000);
    expect(needs(wishing(['faster']))).toBe(512);
    expect(needs(wishing(['more-memory']))).toBeNull();
    const bench = wishing(['more-room']);
    bench.must({ type: 'state-need', usedGb: 1400, wantedGb: null });
    expect(needs(bench)).toBe(4000);
    bench.must({ type: 'state-need', usedGb: 1400, wantedGb: 250 });
    expect(needs(bench)).toBe(250);
    expect(neededGb(new TestJob().job, [])).toBeNull();
  });

  it('judges a drive in a free slot as one beside the old, which keeps the system', () => {
    const bench = wishing(['second-drive']);
    const need = (slot: string) => placeOf(bench.job, slot, bench.knowledge)?.need;
    expect(need('m2-b')).toMatchObject({ plan: 'add', holdsSystem: false, wantedGb: 1000 });
    expect(need('m2-a')).toMatchObject({ plan: 'replace' });
  });
});

describe('how much a place takes', () => {
  it('stands in three classes that are never merged', () => {
    const [slot] = roomy().places;
    if (slot?.kind !== 'm2') throw new Error('no slot');
    const evidence = [
      { kind: 'reported' as const, gb: 4000, worked: true, source: 'a forum' },
      { kind: 'reported' as const, gb: 8000, worked: false, source: 'a forum' },
      { kind: 'seen-here' as const, gb: 2000, worked: true, source: 'job 388' },
    ];
    expect(limitsOf({ ...slot, claimedLimitGb: 1000, evidence })).toEqual({
      stated: 1000,
      reported: 4000,
      seenHere: 2000,
      unit: 'GB',
    });
    expect(limitsOf({ ...slot, claimedLimitGb: null, evidence: [] })).toMatchObject({ stated: null });
  });
});
