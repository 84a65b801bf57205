import { PartSchema, ScrewSchema, type Part, type Screw } from '../hardware/index.js';
import { customerPage, workshopPage } from '../papers/index.js';
import { jobAt, walkLeg } from '../testing/walks.js';
import type { TestJob } from '../testing/samples.js';
import type { JobCommand } from './commands/index.js';
import { missing } from './gates/index.js';
import { nextTick } from './next-command.js';
import { reconcile, screwsExpected } from './reading/screw-count.js';
import { stockClaim } from './reading/stock-claim.js';
import { holesToFill, unsettledScrews } from './reading/substitutes.js';
import { countOut, sayItem, stillOut } from './reading/tray.js';

const M2 = (own: Partial<Screw> = {}): Screw =>
  ScrewSchema.parse({ thread: 'M2', lengthMm: 5, head: 'pan', bit: 'PH0', ...own });
const DRAWER: Part = PartSchema.parse({
  kind: 'screw',
  id: 'screw-m2-4',
  name: 'M2 × 4 pan',
  drawer: 'S2',
  inStock: 6,
  priceMinor: 20,
  screw: M2({ lengthMm: 4 }),
});
const SEEN = { depthMm: null, turns: 4, headSits: true };

type Put = Extract<JobCommand, { type: 'substitute-screw' }>;
const put = (own: Partial<Put> = {}): Put => ({
  type: 'substitute-screw',
  id: 's1',
  stepId: 'out:screws',
  key: 'short',
  open: 3,
  count: 1,
  became: 'lost',
  from: 'shelf',
  partId: 'screw-m2-4',
  screw: null,
  where: '',
  seen: SEEN,
  ...own,
});

/** On the way out, at the step that drives the three screws of the cover. */
function atScrews(): TestJob {
  const bench = jobAt('way-out');
  bench.parts = [DRAWER];
  for (let n = 0; n < 40 && holesToFill(bench.job).length === 0; n++) {
    bench.must(nextTick(bench.job, true)!);
    bench.clock += 20;
  }
  expect(holesToFill(bench.job)).toMatchObject([{ stepId: 'out:screws', open: 3 }]);
  return bench;
}

describe('a screw in place of another', () => {
  it('closes its hole, moves the shelf, and what is lost lies on the tray until it is settled', () => {
    const bench = atScrews();
    const before = countOut(bench.job);
    bench.must(put());
    expect(holesToFill(bench.job)[0]!.open).toBe(2);
    // One is in, one is lost.
    expect(countOut(bench.job)).toBe(before);
    expect(stillOut(bench.job).map(sayItem)).toContain('1 × M2 × 5 pan (lost)');
    expect(stockClaim(bench.job)).toContainEqual({
      item: { kind: 'part', id: 'screw-m2-4' },
      quantity: 1,
      state: 'used',
    });
    expect(unsettledScrews(bench.job)).toMatchObject([{ id: 's1', what: 'lost' }]);
    walkLeg(bench);
    expect(missing(bench.job).map((one) => one.code)).toContain('tray:lost/s1');
    bench.must({ type: 'settle-lost-screw', id: 's1', how: 'searched' });
    expect(missing(bench.job).map((one) => one.code)).not.toContain('tray:lost/s1');
    expect(bench.give({ type: 'settle-lost-screw', id: 's1', how: 'found' })).toContain('screw-settled');
  });

  it('is no longer waited for on the mat', () => {
    const bench = atScrews().must(put());
    expect(screwsExpected(bench.job)).toMatchObject([{ expected: 2 }]);
    const [line] = reconcile(bench.job, [{ key: screwsExpected(bench.job)[0]!.key, counted: 2 }]);
    expect(line!.sentence).toBe('');
  });

  it('goes with its tick where that is taken back, and with it all that it left', () => {
    const bench = atScrews();
    const before = bench.job;
    bench.must(put({ from: 'borrowed', screw: M2({ lengthMm: 4 }), where: 'bench 2' }));
    expect(stillOut(bench.job).map(sayItem)).toEqual(
      expect.arrayContaining(['1 × M2 × 5 pan (lost)', '1 × M2 × 4 pan, to bench 2 (owed)']),
    );
    bench.must({ type: 'take-back-tick' });
    expect(bench.job.tray).toEqual(before.tray);
    expect(bench.job.substitutes).toEqual([]);
    expect(stockClaim(bench.job)).toEqual(stockClaim(before));
  });

  it('what is borrowed is owed until it is given back', () => {
    const bench = atScrews();
    expect(bench.give(put({ from: 'borrowed', screw: M2() }))).toContain('owed-to');
    bench.must(put({ from: 'borrowed', became: 'worn', screw: M2(), where: 'bench 2' }));
    expect(unsettledScrews(bench.job)).toMatchObject([{ what: 'owed' }]);
    bench.must({ type: 'give-screw-back', id: 's1' });
    expect(unsettledScrews(bench.job)).toEqual([]);
  });

  it('goes in after the step was left short, too', () => {
    const bench = atScrews();
    bench.must(nextTick(bench.job, false)!);
    bench.must({ type: 'leave-short', stepId: 'out:screws', reason: 'two are gone' });
    expect(holesToFill(bench.job)).toMatchObject([{ open: 2 }]);
    bench.must(put({ open: 2, count: 2 }));
    expect(holesToFill(bench.job)).toEqual([]);
    expect(stillOut(bench.job).map(sayItem)).not.toContain('2 × M2 × 5 pan');
  });

  it('is refused where it does not hold, is not there, or the hole is another’s', () => {
    const bench = atScrews();
    const fails = (own: Partial<Put>) => bench.give(put(own));
    expect(fails({ seen: { ...SEEN, turns: 2 } })).toContain('screw-not-there');
    expect(fails({ seen: { ...SEEN, turns: null } })).toContain('screw-not-there');
    expect(fails({ partId: 'nothing' })).toContain('which-screw');
    expect(fails({ count: 4 })).toContain('too-many');
    expect(fails({ open: 2 })).toContain('holes-meanwhile');
    expect(fails({ stepId: 'out:cover-off' })).toContain('no-open-hole');
    bench.parts = [{ ...DRAWER, inStock: 0 }];
    expect(fails({})).toContain('few-screws');
    expect(bench.job.substitutes).toEqual([]);
  });

  it('never on the way in', () => {
    const bench = jobAt('way-in');
    expect(bench.give(put({ stepId: 'in:screws' }))).toContain('no-open-hole');
  });

  it('is named to the customer as what it is, and to the workshop with what became of both', () => {
    const bench = atScrews().must(put({ from: 'borrowed', screw: M2({ lengthMm: 4 }), where: 'bench 2' }));
    const rows = (page: ReturnType<typeof customerPage>) =>
      page.rows.find((one) => one.term === 'Other screws')?.lines.join(' ') ?? '';
    const theirs = rows(customerPage(bench.job, { takenIn: 'today' }));
    expect(theirs).toContain('1 × M2 × 4 pan instead of M2 × 5 pan');
    expect(theirs).toContain('4 turns hold, counted by hand');
    expect(theirs).not.toContain('bench 2');
    const ours = rows(workshopPage(bench.job, { when: () => 'today' }));
    expect(ours).toContain('borrowed (bench 2)');
    expect(ours).toContain('not looked for yet; not given back yet');
  });
});
