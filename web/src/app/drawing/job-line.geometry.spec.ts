import { PHASES } from '@petrichor/core/job';
import { jobLineShape } from './job-line.geometry';

describe('the job line', () => {
  it('goes down to the swap and up again, never sideways', () => {
    const places = PHASES.map((_, phase) => jobLineShape('hero', phase, []).marker);
    const deepest = PHASES.indexOf('swap');
    for (let phase = 1; phase < places.length; phase++) {
      expect(places[phase]!.x).toBeGreaterThan(places[phase - 1]!.x);
      if (phase <= deepest) expect(places[phase]!.y).toBeGreaterThan(places[phase - 1]!.y);
      else expect(places[phase]!.y).toBeLessThan(places[phase - 1]!.y);
    }
    expect(places.at(-1)!.y).toBe(places[0]!.y);
  });

  it('shows ground opened as deep as the marker, and what is ahead as rings', () => {
    const at = jobLineShape('list', PHASES.indexOf('way-out'), []);
    expect(at.air).toContain(`${at.marker.x} ${at.marker.y}`.split(' ')[1]!);
    expect(at.ahead).toHaveLength(3);
    expect(at.walked).toContain('L57 38');
  });

  it('hangs a tick below the marker where it would hide behind it', () => {
    const [far, near] = [jobLineShape('list', 5, [3]), jobLineShape('list', 3, [3])];
    expect(far.ticks[0]!.x).not.toBeCloseTo(far.marker.x, 0);
    expect(near.ticks[0]!.y1).toBeGreaterThan(near.marker.y + 6);
  });
});
