import { GuideSchema, ScrewSchema, type BehindHole } from '../hardware/index.js';
import { model, operation } from '../testing/samples.js';
import { overlengths, overlengthsAt } from './overlength.js';

const group = (
  id: string,
  lengthMm: number,
  depthMm: number | undefined,
  behind: BehindHole | null,
  thread: 'M2' | 'M2.5' = 'M2',
) =>
  operation({
    id,
    title: `Undo ${id}`,
    takes: [
      {
        key: 's',
        kind: 'screw',
        label: 'screws',
        screw: ScrewSchema.parse({ thread, lengthMm, head: 'pan', bit: 'PH0' }),
        holes: [{ xMm: 1, yMm: lengthMm, ...(depthMm === undefined ? {} : { depthMm }) }],
        behind,
      },
    ],
  });
const guide = (...operations: ReturnType<typeof group>[]) =>
  GuideSchema.parse({ ...model().guide, operations });

it('names the hole, by how much, and what lies behind, the worst first', () => {
  const found = overlengths(
    guide(
      group('cover', 8, 9, 'palm-rest'),
      group('rest', 5, 5.6, 'palm-rest'),
      group('cells', 3, 3.4, 'battery'),
    ),
  );
  expect(
    found.map(({ operationId, screw, harm, beyondMm }) => [
      operationId,
      screw.lengthMm,
      harm,
      Math.round(beyondMm * 10) / 10,
    ]),
  ).toEqual([
    ['cells', 8, 'ruins', 4.6],
    ['cells', 5, 'ruins', 1.6],
    ['rest', 8, 'breaks-through', 2.4],
  ]);
  expect(found[0]!.sentence).toBe(
    'M2 × 8 pan in the hole of ‘Undo cells’ (M2 × 3 pan) reaches 4.6 mm beyond the bottom, into the battery: do not go on, a pierced cell burns.',
  );
});

it('is silent where the hole is deep enough, the thread another, or the screw the shorter', () => {
  expect(overlengths(guide(group('a', 8, 9, 'board'), group('b', 5, 8, 'board')))).toEqual([]);
  expect(overlengths(guide(group('a', 8, 9, 'board'), group('b', 5, 5, 'board', 'M2.5')))).toEqual([]);
});

it('says that nobody measured the hole instead of calling it deep enough', () => {
  expect(
    overlengths(guide(group('a', 8, 9, null), group('b', 5, undefined, 'board')))[0]!.sentence,
  ).toContain('nobody measured how deep');
});

it('gives only the hazards of the holes at hand', () => {
  const three = guide(
    group('cover', 8, 9, 'palm-rest'),
    group('rest', 5, 5.6, 'palm-rest'),
    group('cells', 3, 3.4, 'battery'),
  );
  expect(overlengthsAt(three, 'rest').map((one) => one.screw.lengthMm)).toEqual([8]);
  expect(overlengthsAt(three, 'cover')).toEqual([]);
});
