import { GuideSchema, ScrewSchema } from '../hardware/index.js';
import { m2Slot, model, operation } from '../testing/samples.js';
import type { Sheet, Stroke } from '../sheets/index.js';
import { drawMat } from './mat.js';
import { buildWay, type Way } from '../opening/index.js';

const MARGIN = 12;
const screws = (id: string, holes: [number, number][], captive = false) =>
  operation({
    id,
    takes: [
      {
        key: 's',
        kind: 'screw',
        label: 's',
        screw: ScrewSchema.parse({ thread: 'M2', lengthMm: 5, head: 'pan', bit: 'PH0', headDiameterMm: 4 }),
        holes: holes.map(([xMm, yMm]) => ({ xMm, yMm })),
        captive,
      },
    ],
  });
const withScrews = (...operations: ReturnType<typeof operation>[]) => {
  const guide = GuideSchema.parse({ ...model().guide, operations });
  const way = buildWay(model({ guide }), m2Slot({ reach: operations.map((one) => one.id) }), []) as Way;
  return { guide, steps: way.steps };
};
const of = <K extends Stroke['kind']>(sheet: Sheet, kind: K) =>
  sheet.strokes.filter((stroke): stroke is Extract<Stroke, { kind: K }> => stroke.kind === kind);

describe('a mat of 322 x 218 mm', () => {
  const { guide, steps } = withScrews(
    screws('cover', [
      [10, 10],
      [312, 208],
      [161, 109],
    ]),
    screws('plate', [[200, 60]], true),
  );

  for (const paper of ['A4', 'Letter'] as const)
    it(`lies on ${paper} sheets 1:1: each place is on a sheet, where it is in the machine`, () => {
      const { sheets, groups } = drawMat(guide, steps, 'Fen 14', paper);
      expect(groups.map((group) => [group.name, group.count, group.captive])).toEqual([
        ['A', 3, false],
        ['B', 1, true],
      ]);
      const maps = sheets.slice(1);
      expect(maps).toHaveLength(2);
      // Two sheets lying side by side: the room for drawing is the sheet without its margins, less what they
      // share.
      const step = maps[0]!.widthMm - 2 * MARGIN - 12;
      const seen = new Set<string>();
      maps.forEach((sheet, column) =>
        of(sheet, 'circle').forEach((circle) =>
          seen.add(`${Math.round(circle.x - MARGIN + column * step)} ${Math.round(circle.y - MARGIN)}`),
        ),
      );
      expect(seen).toEqual(new Set(['10 10', '312 208', '161 109', '200 60']));
      for (const sheet of maps) {
        const beyond = sheet.strokes.filter(
          (stroke) => ('x' in stroke ? stroke.x : stroke.x2) > sheet.widthMm - MARGIN + 0.01,
        );
        expect(beyond).toEqual([]);
      }
    });

  it('has a ruler of 100 mm on every sheet, and crosses that meet', () => {
    const { sheets } = drawMat(guide, steps, 'Fen 14', 'A4');
    for (const sheet of sheets)
      expect(of(sheet, 'line').some((line) => line.x2 - line.x1 === 100 && line.y1 === line.y2)).toBe(true);
    const crosses = sheets
      .slice(1)
      .map((sheet) => of(sheet, 'text').filter((text) => /^x\d/.test(text.text)));
    expect(crosses[0]!.map((text) => text.text)).toEqual(crosses[1]!.map((text) => text.text));
    // The same cross is as far from the shared edge's middle on both: laid over one another they cover.
    expect(crosses[0]![0]!.y).toBe(crosses[1]![0]!.y);
    const step = sheets[1]!.widthMm - 2 * MARGIN - 12;
    expect(crosses[0]![0]!.x - step).toBeCloseTo(crosses[1]![0]!.x, 9);
  });

  it('marks what stays in its part', () => {
    const dashed = drawMat(guide, steps, 'Fen 14', 'A4')
      .sheets.slice(1)
      .flatMap((sheet) => of(sheet, 'circle'))
      .filter((circle) => circle.dashed);
    expect(dashed).not.toHaveLength(0);
    expect(dashed.every((circle) => circle.radius === 3.5)).toBe(true);
  });
});

it('draws each side of the machine on a map of its own size', () => {
  const { guide, steps } = withScrews(
    { ...screws('under', [[5, 5]]), side: 'base-up' },
    { ...screws('glass', [[90, 90]]), side: 'glass-up' },
  );
  const { sheets } = drawMat(
    {
      ...guide,
      sides: { 'glass-up': { widthMm: 100, heightMm: 100, topEdge: '', bottomEdge: '', landmarks: [] } },
    },
    steps,
    'Pane',
    'A4',
  );
  expect(sheets).toHaveLength(1 + 2 + 1);
});

it('is a list alone where nothing is screwed', () => {
  const { guide, steps } = withScrews(operation({ id: 'lid' }));
  expect(drawMat(guide, steps, 'Dome', 'A4').sheets).toHaveLength(1);
});
