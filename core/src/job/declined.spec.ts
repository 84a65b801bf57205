import { SOME_DRIVE } from '../hardware/index.js';
import { customerPage } from '../papers/index.js';
import { found, roomy } from '../testing/roomy.js';
import { m2Slot, TestJob } from '../testing/samples.js';
import { finishPart, jobAt } from '../testing/walks.js';
import { besidesOf } from './reading/besides.js';
import { needsOf } from './reading/orders.js';
import { targetsOf } from './reading/targets.js';

/** A drive taken where the mounting screw is missing. */
function withExtra(): TestJob {
  const bench = jobAt('match');
  bench.must(
    { type: 'look', at: 'm2-a', key: 'screwState', answer: 'missing' },
    { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
  );
  expect(extra(bench)).toMatchObject({ id: 'screw', item: { from: 'order' } });
  return bench;
}
const extra = ({ job }: TestJob) => job.changes[0]!.verdict!.extras.find((one) => one.id === 'screw')!;
const INSTEAD = 'Held by high-temperature tape';
const decline = (bench: TestJob) =>
  bench.must({
    type: 'decline-extra',
    changeId: bench.job.changes[0]!.id,
    extraId: 'screw',
    instead: INSTEAD,
  });

describe('an extra that is done without', () => {
  it('costs nothing and is not ordered; what is done instead is a step of the way and on the page', () => {
    const bench = withExtra();
    expect(
      needsOf(bench.job)
        .map((one) => one.what)
        .join(),
    ).toContain('Screw');
    decline(bench);
    expect(extra(bench)).toMatchObject({ item: null, step: { title: INSTEAD } });
    expect(
      needsOf(bench.job)
        .map((one) => one.what)
        .join(),
    ).not.toContain('Screw');
    expect(besidesOf(bench.job.changes[0]!).extras.every(({ item }) => item === null)).toBe(true);
    bench.must({ type: 'advance', from: 'match' });
    finishPart(bench);
    bench.must({ type: 'advance', from: 'agree' });
    finishPart(bench);
    bench.must({ type: 'advance', from: 'safeguard' });
    expect(bench.job.way!.steps.map((one) => one.title)).toContain(INSTEAD);
  });

  it('names what was left out, and by whom, to the customer once it is fitted', () => {
    const bench = jobAt('hand-over');
    const change = bench.job.changes[0]!;
    const declined = [
      { extraId: 'screw', label: 'Screw M2', instead: INSTEAD, by: change.by, at: change.at },
    ];
    const job = { ...bench.job, changes: [{ ...change, declined }] };
    const done = customerPage(job, { takenIn: 'today' }).rows.find((one) => one.term === 'What was done');
    expect(done!.lines).toContain(`${INSTEAD}, instead of: Screw M2.`);
  });

  it('stays so when something else is found, the offer is made, and the same drive is taken again', () => {
    const bench = withExtra();
    decline(bench);
    bench.must(found(['m2-a'], { is: 'as-guide' }));
    expect(extra(bench).item).toBeNull();
    bench.must({ type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' });
    expect(extra(bench).item).toBeNull();
    bench.must({ type: 'advance', from: 'match' });
    finishPart(bench);
    expect(extra(bench).item).toBeNull();
  });

  it('is done after all by one word, and asks for what is really there', () => {
    const bench = withExtra();
    decline(bench);
    const { id } = bench.job.changes[0]!;
    bench.must({ type: 'take-extra', changeId: id, extraId: 'screw' });
    expect(extra(bench)).toMatchObject({ item: { from: 'order' } });
    expect(bench.give({ type: 'take-extra', changeId: id, extraId: 'screw' })).toContain('unknown-extra');
    expect(bench.give({ type: 'decline-extra', changeId: id, extraId: 'x', instead: INSTEAD })).toContain(
      'unknown-extra',
    );
  });
});

describe('a drive that moves', () => {
  const moving = (to: object) => {
    const plain = roomy();
    const places = plain.places.map((one) =>
      one.id === 'm2-b'
        ? m2Slot({ id: 'm2-b', label: 'second slot', fitted: null, reach: ['drive-b'], ...to })
        : one,
    );
    const bench = new TestJob([{ ...plain, places }]);
    finishPart(bench);
    return bench.must({ type: 'advance', from: 'diagnose' });
  };
  const move = {
    type: 'plan-change',
    changeId: 'mv',
    kind: 'move-drive',
    placeId: 'm2-a',
    toPlaceId: 'm2-b',
  } as const;

  it('is judged in its new place, and refused where that cannot take it', () => {
    expect(moving({ protocols: ['sata'] }).give(move)).toContain('does-not-go');
    const bench = moving({}).must(move);
    expect(bench.job.changes[0]!.verdict).toMatchObject({ outcome: expect.stringMatching(/fits|unknown/) });
  });

  it('what nobody can tell before it is out is looked at on the way, and holds nothing up', () => {
    const bench = moving({ key: 'B' }).must(move);
    const { verdict } = bench.job.changes[0]!;
    expect(verdict!.outcome).toBe('unknown');
    const [, into] = targetsOf(bench.knowledge.model('fen')!, bench.job);
    expect(into!.extras.map(({ id }) => id)).toContain('see-key');
  });

  it('is judged again when its own place is found otherwise', () => {
    const bench = moving({ post: { nowAtMm: 42, canMoveToMm: [], tool: null } });
    expect(SOME_DRIVE.lengthMm).toBeNull();
    bench.must(
      found(['m2-a'], {
        is: 'holds',
        holds: { label: 'Heddle', gb: 500, gib: null, megatransfers: null, serial: null, jumper: null },
      }),
      move,
    );
    expect(bench.job.changes[0]!.verdict!.outcome).toBe('unknown');
  });
});
