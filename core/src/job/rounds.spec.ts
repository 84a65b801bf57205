import { AGREED, found, memoryIn, MODULE, roomy } from '../testing/roomy.js';
import { TestJob } from '../testing/samples.js';
import { finishPart, walkLeg } from '../testing/walks.js';
import { missing } from './gates/index.js';
import { isIn } from './reading/fitted.js';
import { stockClaim } from './reading/stock-claim.js';
import { stillOut } from './reading/tray.js';
import { currentStep } from './reading/walk.js';

/** A drive and a module, one at a time, at the slot of the first round. */
function atSwap(): TestJob {
  const bench = new TestJob([roomy()]);
  bench.parts = [MODULE];
  bench.policy = { ...bench.policy, oneAtATime: true };
  finishPart(bench);
  bench.must(
    { type: 'advance', from: 'diagnose' },
    { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3' },
    found(['mem-a', 'mem-b'], { is: 'empty' }),
    memoryIn('mem-a'),
    ...AGREED,
  );
  for (const phase of ['safeguard', 'way-in'] as const) {
    finishPart(bench);
    bench.must({ type: 'advance', from: phase });
  }
  return bench;
}
const codes = ({ job }: TestJob) => missing(job).map(({ code }) => code);
const module = ({ job }: TestJob) => job.changes.find(({ kind }) => kind === 'memory')!;
const claims = ({ job }: TestJob) =>
  Object.fromEntries(stockClaim(job).map(({ item, state }) => [item.id, state]));
const serial = { type: 'record-serial', which: 'newDrive', serial: 'PP3-1' } as const;

describe('one change at a time', () => {
  it('is as many starts, the deepest first, each tried before the next goes in', () => {
    const bench = atSwap();
    expect(bench.job.way!.rounds).toEqual([[''], ['mem']]);
    expect(bench.job.way!.because).toEqual(['This workshop tries one change at a time.']);
    walkLeg(bench);
    // The module waits for its round: no step of it is at hand, and it is the shelf's.
    expect(currentStep(bench.job)!.step).toMatchObject({ leg: 'swap', round: 2 });
    expect(claims(bench)).toMatchObject({ 'pellow-p3': 'reserved', 'orrin-16': 'reserved' });
    bench.must(serial, { type: 'advance', from: 'swap' });
    expect([bench.job.phase, bench.job.way!.round]).toEqual(['try', 1]);
    expect(claims(bench)).toMatchObject({ 'pellow-p3': 'used', 'orrin-16': 'reserved' });
    expect(codes(bench)).toEqual(['tried']);
    bench.must({ type: 'try-out', listed: true, size: { shown: 1000, unit: 'GB' } });
    bench.must({ type: 'advance', from: 'try' });
    expect([bench.job.phase, bench.job.way!.round]).toEqual(['swap', 2]);
    // What a start has shown is not undone by a key.
    expect(bench.give({ type: 'take-back-tick' })).toContain('other-leg');
    expect(isIn(bench.job, module(bench))).toBe(false);
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'swap' });
    expect(isIn(bench.job, module(bench))).toBe(true);
    expect(codes(bench)).toEqual(['change-shown:mem']);
    bench.must({
      type: 'show-change',
      changeId: 'mem',
      ok: true,
      size: null,
      gib: 16,
      megatransfers: 3200,
      note: '',
    });
    bench.must({ type: 'advance', from: 'try' });
    expect(bench.job.phase).toBe('way-out');
    walkLeg(bench);
    expect(stillOut(bench.job).map(({ kind }) => kind)).toEqual(['setting', 'drive']);
  });

  it('goes on with the second though the first does not show, once that was waived', () => {
    const bench = atSwap();
    walkLeg(bench);
    bench.must(serial, { type: 'advance', from: 'swap' });
    bench.must({ type: 'try-out', listed: false, size: null });
    expect(codes(bench)).toEqual(['not-right']);
    expect(bench.give({ type: 'advance', from: 'try' })).toContain('gate');
    // Back to the same round, not to one that was not begun.
    bench.must({ type: 'return-to', phase: 'swap' });
    expect([bench.job.phase, bench.job.way!.round]).toEqual(['swap', 1]);
    bench.must({ type: 'take-back-tick' });
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'swap' });
    bench.roles = ['lead', 'technician'];
    bench.must(
      { type: 'waive', code: 'not-right', reason: 'A spare cable is on its way.' },
      { type: 'advance', from: 'try' },
    );
    expect([bench.job.phase, bench.job.way!.round]).toEqual(['swap', 2]);
  });
});
