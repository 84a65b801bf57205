import { guideWarnings } from '../teardown/index.js';
import { freshModel, FreshModelSchema } from './fresh-model.js';

const known = {
  maker: 'Ostrey',
  name: 'Plover 12',
  labelText: 'OP12-B',
  startSide: 'lid-open' as const,
  widthMm: 280,
  heightMm: 190,
};

it.each(['m2', 'msata', 'bay-2.5', 'bay-3.5', 'bay-1.8'] as const)(
  'a fresh model with a %s is a whole document that can be walked',
  (slotKind) => {
    const model = freshModel({ ...known, slotKind });
    expect(model).toMatchObject({
      id: 'ostrey-plover-12',
      guide: { state: 'draft', version: 1 },
      places: [{ kind: slotKind }],
    });
    expect(guideWarnings(model)).toEqual([]);
    // Nothing was measured: no length of it may carry a verdict.
    const lengths = Object.values(model.places[0]!).filter(
      (value) => typeof value === 'object' && value !== null && 'plusMinusMm' in value,
    );
    expect(lengths.every((length) => (length as { plusMinusMm: number }).plusMinusMm === 10)).toBe(true);
  },
);

it('makes an id of any name, and asks for what it needs in words', () => {
  expect(freshModel({ ...known, slotKind: 'm2', maker: 'Œuvre', name: '×' }).id).toMatch(/^[a-z0-9-]+$/);
  const read = FreshModelSchema.safeParse({ ...known, slotKind: 'm2', widthMm: 5, maker: ' ' });
  expect(read.error?.issues.map((issue) => issue.message)).toEqual([
    'Say who made it.',
    'Measure its width in mm.',
  ]);
});
