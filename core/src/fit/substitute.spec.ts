import { ScrewSchema, type Screw } from '../hardware/index.js';
import { COARSE_PITCH_MM, LEAST_TURNS } from '../standards/index.js';
import { judgeSubstitute, NOTHING_SEEN, type ScrewHole, type SeenInHole } from './substitute.js';

const screw = (own: Partial<Screw> = {}): Screw =>
  ScrewSchema.parse({
    thread: 'M2',
    lengthMm: 5,
    head: 'pan',
    bit: 'PH0',
    headDiameterMm: 3.8,
    headHeightMm: 1.2,
    ...own,
  });
const hole = (own: Partial<ScrewHole> = {}): ScrewHole => ({
  own: screw(),
  depthMm: null,
  behind: null,
  ...own,
});
const judged = (other: Partial<Screw>, seen: Partial<SeenInHole> = {}, at: Partial<ScrewHole> = {}) =>
  judgeSubstitute(hole(at), screw(other), { ...NOTHING_SEEN, ...seen });

describe('another screw in a hole', () => {
  it('of the same kind goes in unasked', () => {
    expect(judged({ bit: 'T5' })).toMatchObject({ verdict: 'fits', ask: null });
  });

  it('of another thread or form never does, whatever was seen', () => {
    const seen = { depthMm: 60, turns: 60, headSits: true };
    expect(judged({ thread: 'M2.5' }, seen)).toMatchObject({ verdict: 'no' });
    expect(judged({ form: 'forming' }, seen)).toMatchObject({ verdict: 'no' });
    expect(judged({ head: 'flat' }, seen)).toMatchObject({ verdict: 'no' });
  });

  it('that is longer wants the depth of that hole, and is refused by it with what it would meet', () => {
    expect(judged({ lengthMm: 6 })).toMatchObject({ verdict: 'unknown', ask: 'depthMm' });
    expect(judged({ lengthMm: 6 }, { depthMm: 6.2 })).toMatchObject({ verdict: 'fits' });
    const no = judged({ lengthMm: 6 }, {}, { depthMm: 5.5, behind: 'battery' });
    expect(no).toMatchObject({ verdict: 'no' });
    expect(no.sentence).toContain('0.5 mm: it meets the battery');
  });

  it('measures by hand go before the guide’s', () =>
    expect(judged({ lengthMm: 6 }, { depthMm: 5 }, { depthMm: 9 }).verdict).toBe('no'));

  it('that is shorter is counted by hand: how much of its own held is not known', () => {
    expect(judged({ lengthMm: 4 })).toMatchObject({ verdict: 'unknown', ask: 'turns' });
    expect(judged({ lengthMm: 4 }, { turns: LEAST_TURNS - 0.5 }).verdict).toBe('no');
    expect(judged({ lengthMm: 4 }, { turns: LEAST_TURNS }).verdict).toBe('fits');
    // Not even all of it in the thread would hold (ISO 261 pitch of M2: 0.4 mm).
    expect(judged({ lengthMm: LEAST_TURNS * COARSE_PITCH_MM.M2 - 0.1 }, { turns: 9 }).verdict).toBe('no');
  });

  it('whose head is larger, or was never measured, is laid in and looked at', () => {
    expect(judged({ headDiameterMm: 4.5 })).toMatchObject({ verdict: 'unknown', ask: 'headSits' });
    expect(judged({ headDiameterMm: null })).toMatchObject({ verdict: 'unknown', ask: 'headSits' });
    expect(judged({ headDiameterMm: 4.5 }, { headSits: false }).verdict).toBe('no');
    expect(judged({ headDiameterMm: 4.5 }, { headSits: true }).verdict).toBe('fits');
  });
});
