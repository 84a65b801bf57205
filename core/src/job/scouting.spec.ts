import { USUAL_POLICY } from '../teardown/index.js';
import { TestBench } from '../testing/samples.js';
import { benchAt, finishPart, walkLeg } from '../testing/walks.js';
import { missing } from './gates/index.js';
import { stillOut } from './tray.js';

const LOOK = { type: 'scout', slotId: 'm2-a', why: 'which drive is in there' } as const;

describe('a visit to look', () => {
  it('is a whole small job: in, out with the same drive, and back where it was, the tray empty', () => {
    const bench = benchAt('match').must(LOOK);
    expect(bench.job.phase).toBe('way-in');
    walkLeg(bench);
    expect(stillOut(bench.job).some((item) => item.kind === 'drive')).toBe(true);
    bench.must(
      {
        type: 'note',
        text: 'read off the label',
        stepId: 'in:drive-out',
        kind: 'measure',
        measured: { what: 'gap', mm: 3.1, plusMinusMm: 0.1 },
      },
      { type: 'advance', from: 'way-in' },
    );
    // No swap, no try: the next part is the way out.
    expect(bench.job.phase).toBe('way-out');
    walkLeg(bench);
    expect(stillOut(bench.job)).toEqual([]);
    bench.must({ type: 'advance', from: 'way-out' });
    expect(bench.job).toMatchObject({ phase: 'match', way: null, visits: [{ slotId: 'm2-a', why: LOOK.why }] });
    expect(bench.job.visits[0]!.minutes).toBeGreaterThan(0);
    expect(bench.job.notes[0]!.measured).toEqual({ what: 'gap', mm: 3.1, plusMinusMm: 0.1 });
    // The real way is planned later, as if nobody had been inside.
    finishPart(bench);
    bench.must({ type: 'advance', from: 'match' });
    finishPart(bench);
    bench.must({ type: 'advance', from: 'agree' });
    finishPart(bench);
    bench.must({ type: 'advance', from: 'safeguard' });
    expect(bench.job.way!.scouting).toBeNull();
    expect(bench.job.way!.steps.some((step) => step.leg === 'swap')).toBe(true);
  });

  it('does not end over a tray that is not empty', () => {
    const bench = benchAt('match').must(LOOK);
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'way-in' });
    bench.must({ type: 'leave-short', stepId: 'out:drive-out', reason: 'the drive stays out' });
    walkLeg(bench);
    expect(missing(bench.job)).toMatchObject([{ sentence: 'Still on the tray: old drive (out).' }]);
    expect(bench.give({ type: 'advance', from: 'way-out' })).toContain('Still on the tray');
  });

  it('may be called off before anything is out, not after; and one goes back from out to in', () => {
    const bench = benchAt('match').must(LOOK, { type: 'return-to', phase: 'match' });
    expect(bench.job).toMatchObject({ phase: 'match', way: null });
    bench.must(LOOK);
    walkLeg(bench);
    expect(bench.give({ type: 'return-to', phase: 'match' })).toContain('The machine is open');
    bench.must({ type: 'advance', from: 'way-in' }, { type: 'return-to', phase: 'way-in' });
    expect(bench.job.phase).toBe('way-in');
  });

  it('is refused where it makes no sense', () => {
    expect(benchAt('match').give({ ...LOOK, slotId: 'nowhere' })).toContain('no such slot');
    expect(benchAt('way-in').give(LOOK)).toContain('its way in is planned');
    expect(benchAt('match').must(LOOK).give(LOOK)).toContain('on a visit already');
  });
});

describe('the workshop’s policy', () => {
  const walked = (policy: typeof USUAL_POLICY) => {
    const bench = new TestBench();
    bench.policy = policy;
    while (bench.job.phase !== 'way-in') {
      finishPart(bench);
      bench.must({ type: 'advance', from: bench.job.phase });
    }
    return bench;
  };

  it('keeps the guide that the job is walked with, whole', () => {
    const { way } = walked(USUAL_POLICY).job;
    expect(way!.guide!.version).toBe(way!.guideVersion);
    expect(way!.guide!.operations.length).toBeGreaterThan(way!.steps.filter((step) => step.leg === 'in').length);
  });

  it('closes first and tries then, where that is how it is done', () => {
    const bench = walked({ ...USUAL_POLICY, tryBeforeClosing: false });
    finishPart(bench);
    bench.must({ type: 'advance', from: 'way-in' });
    finishPart(bench);
    bench.must({ type: 'advance', from: 'swap' });
    expect(bench.job.phase).toBe('way-out');
    expect(bench.give({ type: 'return-to', phase: 'swap' })).toBeNull();
  });
});

describe('notes on the way', () => {
  it('a correction names the guide, its version and the operation; elsewhere there is nothing to correct', () => {
    const bench = benchAt('way-in').must({ type: 'note', text: 'nine screws, not three', stepId: 'in:screws', kind: 'correction' });
    expect(bench.job.notes[0]).toMatchObject({ kind: 'correction', about: { modelId: 'fen', operationId: 'screws', guideVersion: 3 } });
    expect(bench.give({ type: 'note', text: 'wrong', stepId: null, kind: 'correction' })).toContain('belongs to a step');
  });

  it('a measure needs its length', () => {
    expect(benchAt('way-in').give({ type: 'note', text: 'gap', stepId: null, kind: 'measure' })).toContain('Type the length');
  });
});
