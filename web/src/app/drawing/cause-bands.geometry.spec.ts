import { BANDS, bandsShape } from './cause-bands.geometry';

const inputs = [
  { id: 'cable', chances: [0.14, 0.3, 0.62] },
  { id: 'drive', chances: [0.46, 0.3, 0.23] },
  { id: 'none', chances: [0.4, 0.4, 0.05] },
];

describe('bands of causes', () => {
  const shape = bandsShape(inputs, 2, 832, 400);

  it('fill the whole height at every column', () => {
    for (const column of [0, 1, 2])
      expect(shape.bands.reduce((sum, band) => sum + band.at[column]!.thickness, 0)).toBeCloseTo(400, 6);
  });

  it('are as thick as their share of all chances there', () => {
    expect(shape.bands[0]!.at[2]!.thickness).toBeCloseTo((400 * 0.62) / 0.9, 6);
    expect(shape.bands[0]!.at[0]!.middle).toBeCloseTo(shape.bands[0]!.at[0]!.thickness / 2, 6);
  });

  it('bend at the findings and end where now is', () => {
    expect(shape.lines).toHaveLength(2);
    expect(shape.lines[0]).toBeGreaterThan(BANDS.before);
    expect(shape.lines.at(-1)).toBeLessThan(shape.nowAt);
    expect(shape.bands[0]!.path).toMatch(/^M0 0L.*L832 .*Z$/);
    expect(shape.bands[0]!.path.match(/C/g)).toHaveLength(4);
  });

  it('stand level before anything is found', () => {
    const level = bandsShape(
      inputs.map((one) => ({ ...one, chances: one.chances.slice(0, 1) })),
      0,
      832,
      400,
    );
    expect(level.lines).toEqual([]);
    expect(level.bands[1]!.path).not.toContain('C');
  });

  it('get narrower columns the more findings there are, and never leave the page', () => {
    const many = bandsShape([{ id: 'one', chances: Array.from({ length: 31 }, () => 1) }], 30, 832, 400);
    expect(many.lines.at(-1)).toBeLessThan(many.nowAt);
    expect(many.lines[1]! - many.lines[0]!).toBeLessThan(30);
  });
});
