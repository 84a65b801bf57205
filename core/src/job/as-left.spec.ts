import { found, memoryIn, MODULE, roomy } from '../testing/roomy.js';
import { baySlot, TestJob } from '../testing/samples.js';
import { finishPart, jobAt, payAndHandOver, walkLeg } from '../testing/walks.js';
import { asLeft, lastVisit } from './reading/as-left.js';
import { lifeOf } from './reading/life.js';

const closed = (): TestJob => {
  const bench = jobAt('hand-over');
  bench.must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' });
  return payAndHandOver(bench);
};

describe('how a job leaves a machine', () => {
  it('is what went in, with its serial, by name of the job; a job of one drive reads like any other', () => {
    const { job } = closed();
    expect(asLeft(job)).toEqual({
      'm2-a': {
        is: 'holds',
        holds: expect.objectContaining({ label: 'Pellow P3 1 TB', gb: 1000, serial: 'PP3-1' }),
        missing: [],
        screws: null,
        note: 'job 412',
        how: 'left',
      },
    });
  });

  it('tells at the next visit what somebody wrote down to look at', () => {
    const bench = jobAt('hand-over');
    bench.must({ type: 'note', kind: 'next-time', stepId: null, text: 'The left hinge is stiff.' });
    bench.must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' });
    const { job } = payAndHandOver(bench);
    expect(lastVisit(job, job.closed!.at)!.openThen).toEqual(['The left hinge is stiff.']);
  });

  it('is what was found, where nothing was changed; and never what was only planned', () => {
    const bench = new TestJob([roomy()]);
    bench.parts = [MODULE];
    finishPart(bench);
    bench.must(
      { type: 'advance', from: 'diagnose' },
      found(['mem-a'], { is: 'empty', missing: ['spreader'] }),
      memoryIn('mem-a'),
    );
    expect(asLeft(bench.job)).toEqual({
      'mem-a': expect.objectContaining({ is: 'empty', missing: ['spreader'], how: 'left' }),
    });
  });

  it('tells a dead drive that stays in apart from an empty place', () => {
    const of = roomy();
    const dead = { label: 'Heddle R0', markedGb: 60, lengthMm: null, medium: 'rotating' as const };
    const bench = new TestJob([
      { ...of, places: [...of.places, baySlot({ fitted: dead, reach: ['cover-off'] })] },
    ]);
    finishPart(bench);
    bench.must(
      { type: 'advance', from: 'diagnose' },
      { type: 'choose-drive', slotId: 'm2-b', driveId: 'pellow-p3' },
      { type: 'plan-change', changeId: 'dead', kind: 'leave-unplugged', placeId: 'bay-b' },
      { type: 'advance', from: 'match' },
    );
    bench.must(
      {
        type: 'offer',
        options: [{ kind: 'advised', slotId: 'm2-b', driveId: 'pellow-p3' }],
        machineMinor: null,
      },
      {
        type: 'agree',
        slotId: 'm2-b',
        driveId: 'pellow-p3',
        who: 'Ms Quist',
        how: 'phone',
        depositMinor: 0,
        words: '',
      },
      { type: 'advance', from: 'agree' },
    );
    for (const phase of ['safeguard', 'way-in', 'swap', 'try', 'way-out'] as const) {
      finishPart(bench);
      if (phase === 'try')
        bench.must({
          type: 'show-change',
          changeId: 'dead',
          ok: true,
          size: null,
          gib: null,
          megatransfers: null,
          note: '',
        });
      walkLeg(bench);
      bench.must({ type: 'advance', from: phase });
    }
    expect(asLeft(bench.job)).toMatchObject({
      'm2-b': { is: 'holds' },
      'bay-b': { is: 'something-else', note: 'Heddle R0, left in unplugged; job 412' },
    });
  });
});

describe('what whoever takes it in again has to know', () => {
  it('is our own warranty, for as long as it runs', () => {
    const { job } = closed();
    const at = (iso: string) => lastVisit(job, iso);
    const day = job.closed!.at;
    expect(at(day)).toMatchObject({ number: 412, leftIn: [], openThen: [] });
    expect(at(day)!.partsUntil!.slice(0, 7)).toBe(`${Number(day.slice(0, 4)) + 2}${day.slice(4, 7)}`);
    expect(at(`${Number(day.slice(0, 4)) + 1}${day.slice(4)}`)).toMatchObject({ workUntil: null });
    expect(at(`${Number(day.slice(0, 4)) + 3}${day.slice(4)}`)).toMatchObject({ partsUntil: null });
    expect(lastVisit(jobAt('prove').job, day)).toBeNull();
  });

  it('is the life of the machine in order: what was read and done, not what was planned', () => {
    const lines = lifeOf(closed().job).map(({ say }) => say);
    expect(lines).toContain('Replace the drive, Pellow P3 1 TB into M.2 socket, serial PP3-1.');
    expect(lines.filter((say) => say.includes('MB/s'))).toHaveLength(1);
    const planned = lifeOf(jobAt('agree').job).map(({ say }) => say);
    expect(planned.filter((say) => say.includes('Pellow'))).toEqual([]);
    const times = lifeOf(closed().job).map(({ at }) => at);
    expect([...times].sort()).toEqual(times);
  });
});
