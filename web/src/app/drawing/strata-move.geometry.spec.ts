import { marksFor, STRATA, strataShape, type StrataDrive } from './strata-move.geometry';

const GIB = 2 ** 30;
const part = (number: number, startGib: number, gib: number, usedGib: number | null, stretches = true) => ({
  number,
  say: `part ${number}`,
  startByte: startGib * GIB,
  bytes: gib * GIB,
  usedBytes: usedGib === null ? null : usedGib * GIB,
  stretches,
});
const old: StrataDrive = {
  bytes: 500 * GIB,
  parts: [
    part(1, 0, 0.3, null, false),
    part(2, 1, 300, 150),
    part(3, 301, 160, 100),
    part(4, 461, 15, null, false),
  ],
};
const fresh: StrataDrive = {
  bytes: 1000 * GIB,
  parts: [
    part(1, 0, 0.3, null, false),
    part(2, 1, 600, 150),
    part(3, 601, 360, 100),
    part(4, 961, 15, null, false),
  ],
};

describe('old and new drive as columns', () => {
  const shape = strataShape(old, fresh, 500);

  it('share one scale, the longer one filling the height', () => {
    expect([shape.leftHeight, shape.rightHeight]).toEqual([250, 500]);
    expect(shape.left[1]!.height).toBeCloseTo(shape.right[1]!.height / 2, 6);
  });

  it('what is carried keeps its thickness, only air widens', () => {
    for (const one of shape.ribbons.slice(1, 3))
      expect(one.thickness).toBeCloseTo(shape.left.find((part) => part.number === one.number)!.usedHeight, 6);
    expect(shape.left[1]!.usedHeight).toBeCloseTo(shape.right[1]!.usedHeight, 6);
    expect(shape.ribbons[1]!.air).not.toBeNull();
  });

  it('names of thin parts stand beside the column, apart from each other and from what is kept bare', () => {
    const labels = shape.right.flatMap((one) => (one.labelY === null ? [] : [one.labelY]));
    expect(labels).toHaveLength(2);
    expect(shape.right[1]!.labelY).toBeNull();
    expect(labels[0]).toBeGreaterThan(STRATA.top);
    expect(shape.bare!.labelY - labels[1]!).toBeGreaterThanOrEqual(STRATA.labelStep);
  });

  it('a stripe too thin for a line is named nowhere but in the table', () => {
    const tiny = { ...old, parts: [part(1, 0, 0.01, null, false)] };
    expect(strataShape(tiny, fresh, 500).left[0]!.labelY).toBeNull();
  });

  it('marks are round numbers, at most a dozen', () => {
    expect(marksFor(931.5 * GIB, GIB).map((one) => one.say)).toEqual([
      '0',
      '100',
      '200',
      '300',
      '400',
      '500',
      '600',
      '700',
      '800',
      '900',
    ]);
    expect(marksFor(8e12, 1e9).length).toBeLessThan(13);
    expect(marksFor(8e12, 1e9).at(-1)!.say).toBe('8,000');
  });
});
