import fc from 'fast-check';
import { clearance } from './clearance.js';
import { readOff, sayMm, spec } from './measure.js';

const stack = [
  spec(1.5, 0.05),
  spec(0.8, 0.08),
  spec(1.38, 0.05),
  spec(0.15, 0.03),
  spec(0.75, 0.1),
  spec(0.4, 0.04),
];

describe('clearance', () => {
  it('adds tolerances as the root of their squares, and straight for the worst case', () => {
    const room = clearance([spec(5.4, 0.1)], stack);
    expect(room.marginMm).toBeCloseTo(0.42, 9);
    expect(room.plusMinusMm).toBeCloseTo(
      Math.sqrt(0.05 ** 2 + 0.08 ** 2 + 0.05 ** 2 + 0.03 ** 2 + 0.1 ** 2 + 0.04 ** 2 + 0.1 ** 2),
      9,
    );
    expect(room.worstCaseMm).toBeCloseTo(0.42 - 0.45, 9);
    expect(room.certainty).toBe('likely');
  });

  it.each([
    ['certain', 5, 0.1, 4, 0.1],
    ['certain', 1, 0.5, 0.5, 0],
    ['likely', 1, 0.3, 0.5, 0.3],
    ['doubtful', 1, 0.3, 1.1, 0.3],
    ['no', 1, 0.1, 1.5, 0.1],
  ] as const)('is %s for %d ±%d less %d ±%d', (certainty, room, roomTolerance, need, needTolerance) => {
    expect(clearance([spec(room, roomTolerance)], [spec(need, needTolerance)]).certainty).toBe(certainty);
  });

  it('counts a fit without any slack as certain when nothing varies', () => {
    expect(clearance([spec(0.3)], [spec(0.1), spec(0.2)]).certainty).toBe('certain');
  });

  it('never grows less sure when the room grows', () => {
    const order = ['no', 'doubtful', 'likely', 'certain'];
    const length = fc.double({ min: 0, max: 20, noNaN: true });
    const tolerance = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(
        length,
        tolerance,
        length,
        tolerance,
        length,
        (room, roomTolerance, need, needTolerance, more) => {
          const before = clearance([spec(room, roomTolerance)], [spec(need, needTolerance)]).certainty;
          const after = clearance([spec(room + more, roomTolerance)], [spec(need, needTolerance)]).certainty;
          expect(order.indexOf(after)).toBeGreaterThanOrEqual(order.indexOf(before));
        },
      ),
    );
  });
});

describe('measures', () => {
  it('carry the tolerance of the tool they were read with (common practice, no source)', () => {
    expect(readOff('callipers', 1.4)).toEqual({ mm: 1.4, plusMinusMm: 0.05, from: 'callipers' });
    expect(readOff('ruler', 80).plusMinusMm).toBe(0.5);
  });

  it.each([
    [80, '80'],
    [5.4, '5.4'],
    [4.979999999, '4.98'],
    [-0.03, '−0.03'],
  ])('say %d as %s', (mm, said) => expect(sayMm(mm)).toBe(said));
});
