import { USUAL_POLICY } from '../teardown/index.js';
import { TestJob } from '../testing/samples.js';
import { jobAt, finishPart, walkLeg } from '../testing/walks.js';
import { ledgerRow } from '../ledger/index.js';
import { missing } from './gates/index.js';
import { nextTick } from './next-command.js';
import { stillOut } from './reading/tray.js';

const LOOK = { type: 'scout', slotId: 'm2-a', why: 'which drive is in there' } as const;

describe('a visit to look', () => {
  it('is a whole small job: in, out with the same drive, and back where it was, the tray empty', () => {
    const bench = jobAt('match').must(LOOK);
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
    expect(bench.job).toMatchObject({
      phase: 'match',
      way: null,
      visits: [{ slotId: 'm2-a', why: LOOK.why }],
    });
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
    const bench = jobAt('match').must(LOOK);
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'way-in' });
    bench.must({ type: 'leave-short', stepId: 'out:drive-out', reason: 'the drive stays out' });
    walkLeg(bench);
    expect(missing(bench.job)).toMatchObject([{ sentence: 'Still on the tray: old drive (out).' }]);
    expect(bench.give({ type: 'advance', from: 'way-out' })).toContain('Still on the tray');
  });

  it('may be called off before anything is out, not after; and one goes back from out to in', () => {
    const bench = jobAt('match').must(LOOK, { type: 'return-to', phase: 'match' });
    expect(bench.job).toMatchObject({ phase: 'match', way: null });
    bench.must(LOOK);
    walkLeg(bench);
    expect(bench.give({ type: 'return-to', phase: 'match' })).toContain('The machine is open');
    bench.must({ type: 'advance', from: 'way-in' }, { type: 'return-to', phase: 'way-in' });
    expect(bench.job.phase).toBe('way-in');
  });

  it('is refused where it makes no sense', () => {
    expect(jobAt('match').give({ ...LOOK, slotId: 'nowhere' })).toContain('no such slot');
    expect(jobAt('way-in').give(LOOK)).toContain('its way in is planned');
    expect(jobAt('match').must(LOOK).give(LOOK)).toContain('on a visit already');
  });
});

describe('turning back', () => {
  const BACK = { type: 'turn-back', why: 'the customer wants it back as it is' } as const;
  const END = { type: 'end-early', reason: 'not wanted any more', referredTo: 'Deepwater Recovery' } as const;
  /** A bench on the way in, so many single ticks walked. */
  const walked = (ticks: number): TestJob => {
    const bench = jobAt('way-in');
    for (let at = 0; at < ticks; at++) {
      const next = nextTick(bench.job, false);
      if (
        !next ||
        bench.job.way!.steps.find((step) => 'stepId' in next && step.id === next.stepId)?.leg !== 'in'
      )
        break;
      bench.must(next);
      bench.clock += 600;
    }
    return bench;
  };

  it('puts back what came out and nothing else, wherever one turns: then the tray is empty and the job may end', () => {
    let turned = 0;
    for (let ticks = 1; ticks < 40; ticks++) {
      const bench = walked(ticks);
      const before = bench.job;
      if (bench.give(BACK) !== null) {
        expect(bench.job).toBe(before);
        continue;
      }
      turned++;
      expect(bench.job.phase).toBe('way-out');
      expect(bench.job.way!.steps.every((step) => step.leg !== 'swap')).toBe(true);
      expect(bench.give(END)).not.toBeNull();
      walkLeg(bench);
      bench.must({ type: 'advance', from: 'way-out' });
      expect(bench.job).toMatchObject({ phase: 'safeguard', way: null, visits: [{ why: BACK.why }] });
      expect(stillOut(bench.job).map((one) => one.kind)).toEqual(['setting']);
      bench.must({ type: 'turn-on-setting', settingId: 'secure-boot' }, END);
      expect(bench.job).toMatchObject({
        phase: 'hand-over',
        endedEarly: { referredTo: 'Deepwater Recovery' },
      });
    }
    expect(turned).toBeGreaterThan(4);
  });

  it('at the swap takes the old drive along, as long as the new one is not in', () => {
    const bench = jobAt('way-in');
    walkLeg(bench);
    bench.must(
      { type: 'advance', from: 'way-in' },
      { type: 'record-serial', which: 'newDrive', serial: 'PP3-9' },
    );
    const first = nextTick(bench.job, true)!;
    bench.must(first);
    expect(bench.give(BACK)).toContain('The swap has begun');
    bench.must({ type: 'take-back-tick' }, BACK);
    walkLeg(bench);
    expect(stillOut(bench.job).filter((one) => one.kind !== 'setting')).toEqual([]);
    bench.must(
      { type: 'advance', from: 'way-out' },
      { type: 'turn-on-setting', settingId: 'secure-boot' },
      END,
    );
    // A drive that was never in is not in the record as fitted.
    expect(ledgerRow(bench.job)).toMatchObject({ newDrive: '', newSerial: '' });
  });

  it('leads to another way in afterwards, planned anew', () => {
    const bench = walked(3);
    while (bench.give(BACK) !== null) bench.must(nextTick(bench.job, true)!);
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'way-out' }, { type: 'advance', from: 'safeguard' });
    expect(bench.job).toMatchObject({
      phase: 'way-in',
      way: { scouting: null, turnedBack: null, ticks: [] },
    });
  });

  it('says why it cannot be, in the middle of a step and where nothing is open', () => {
    expect(jobAt('way-in').give(BACK)).toContain('Nothing is open yet');
    expect(walked(1).give(BACK)).toMatch(/half done/);
    expect(jobAt('try').give(BACK)).toContain('before the new drive is in');
  });

  it('cuts a visit short, and keeps where that came from', () => {
    const bench = jobAt('match').must(LOOK);
    for (let next = nextTick(bench.job, true)!; bench.give(BACK) !== null; next = nextTick(bench.job, true)!)
      bench.must(next);
    walkLeg(bench);
    bench.must({ type: 'advance', from: 'way-out' });
    expect(bench.job.phase).toBe('match');
  });
});

describe('the workshop’s policy', () => {
  const walked = (policy: typeof USUAL_POLICY) => {
    const bench = new TestJob();
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
    expect(way!.guide!.operations.length).toBeGreaterThan(
      way!.steps.filter((step) => step.leg === 'in').length,
    );
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
    const bench = jobAt('way-in').must({
      type: 'note',
      text: 'nine screws, not three',
      stepId: 'in:screws',
      kind: 'correction',
    });
    expect(bench.job.notes[0]).toMatchObject({
      kind: 'correction',
      about: { modelId: 'fen', operationId: 'screws', guideVersion: 3 },
    });
    expect(bench.give({ type: 'note', text: 'wrong', stepId: null, kind: 'correction' })).toContain(
      'belongs to a step',
    );
  });

  it('a measure needs its length', () => {
    expect(jobAt('way-in').give({ type: 'note', text: 'gap', stepId: null, kind: 'measure' })).toContain(
      'Type the length',
    );
  });
});
