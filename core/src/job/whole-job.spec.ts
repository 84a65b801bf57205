import { jobAt, finishPart, payAndHandOver } from '../testing/walks.js';
import { TestJob } from '../testing/samples.js';
import { replay } from './evolve.js';
import { PHASES } from './shape/phases.js';
import { JobStateSchema } from './shape/state.js';
import { summarise } from './summary.js';
import { countOut, stillOut } from './reading/tray.js';

describe('a job from the counter to hand-over', () => {
  it('goes through every part, keeps the tray, and closes with it empty', () => {
    const bench = new TestJob();
    const counts: Record<string, number> = {};
    for (const phase of PHASES.slice(1, -1)) {
      expect(bench.job.phase).toBe(phase);
      finishPart(bench);
      counts[phase] = countOut(bench.job);
      bench.must({ type: 'advance', from: phase });
    }
    // Secure boot; then 3 screws, cover, battery and the old drive with it; out again; boot back on; the
    // drive stays.
    expect(counts).toMatchObject({
      match: 0,
      safeguard: 1,
      'way-in': 7,
      swap: 7,
      'way-out': 2,
      'set-up': 1,
      prove: 1,
    });
    expect(bench.give({ type: 'hand-over', to: 'Ms Quist' })).toContain('Say where the old drive goes.');
    payAndHandOver(bench.must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' }));
    expect(countOut(bench.job)).toBe(0);
    expect(bench.job.closed).toMatchObject({ to: 'Ms Quist', by: { name: 'Ines' } });
    expect(bench.give({ type: 'advance', from: 'hand-over' })).toContain('closed');
    expect(bench.give({ type: 'note', text: 'rang to say thanks', stepId: null })).toBeNull();
  });

  it('is nothing but its events: replaying the log makes the same job', () => {
    const bench = jobAt('hand-over');
    expect(replay(bench.log)).toEqual(bench.job);
    expect(replay(bench.log.slice(10), replay(bench.log.slice(0, 10)))).toEqual(bench.job);
  });

  it('has a state that crosses the wire whole', () => {
    for (const phase of PHASES.slice(1)) {
      const { job } = jobAt(phase);
      expect(JobStateSchema.parse(JSON.parse(JSON.stringify(job)))).toEqual(job);
    }
  });

  it('never writes to a state that was handed out', () => {
    const bench = jobAt('way-in');
    const before = JSON.stringify(bench.job);
    const kept = bench.job;
    finishPart(bench);
    expect(JSON.stringify(kept)).toBe(before);
  });

  it('has to begin with its opening', () =>
    expect(() =>
      replay([
        { seq: 1, at: '', by: { id: '', name: '' }, commandId: '', event: { type: 'tick-taken-back' } },
      ]),
    ).toThrow('job-opened'));
});

describe('the row on the Bench', () => {
  it('says what the job waits for, how deep it is, and what is out', () => {
    expect(summarise(jobAt('diagnose').job)).toMatchObject({
      mark: 'ready-in',
      waitsFor: 'Ready for hands: diagnose, 20 min',
      out: 0,
      line: { at: 1, ticks: [] },
    });
    const inside = summarise(jobAt('swap').job);
    expect(inside).toMatchObject({
      deed: 'Swap the drive of the Fen 14',
      out: 7,
      outDetail: 'settings, screws, parts, leads, old drive',
    });
    expect(inside.line.ticks).toHaveLength(3);
    expect(summarise(jobAt('way-out').job)).toMatchObject({
      mark: 'ready-out',
      waitsFor: 'Ready for hands: way out, 3 min',
    });
  });

  it('moves along the line with every step walked', () => {
    const bench = jobAt('way-in');
    const places = [summarise(bench.job).line.at];
    finishPart(bench);
    places.push(summarise(bench.job).line.at);
    bench.must({ type: 'advance', from: 'way-in' });
    places.push(summarise(bench.job).line.at);
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(new Set(places).size).toBe(3);
  });

  it('says when a decision is needed instead of hands', () => {
    const bench = new TestJob();
    bench.must(
      { type: 'observe', observation: 'link-errors', seen: 'seen' },
      { type: 'conclude', causeId: 'connection', reason: 'plug askew' },
    );
    expect(summarise(bench.job).mark).toBe('needs');
  });
});

it('lists the tray in words', () => {
  const bench = jobAt('swap');
  expect(stillOut(bench.job).map((item) => `${item.kind} ${item.out}/${item.of}`)).toEqual([
    'setting 1/1',
    'screw 3/3',
    'part 1/1',
    'lead 1/1',
    'drive 1/1',
  ]);
});
