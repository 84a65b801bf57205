import { ScrewSchema, type Operation, type Slot } from '../hardware/index.js';
import { m2Slot, model, operation } from '../testing/samples.js';
import { spec } from '../units/index.js';
import { guideWarnings } from './guide-warnings.js';

const screw = ScrewSchema.parse({ thread: 'M2', lengthMm: 2.5, head: 'wafer', bit: 'PH0' });
const hole = (depthMm: number) => ({ xMm: 4, yMm: 4, depthMm });
const held = (own: object = {}) => ({
  key: 's',
  kind: 'screw' as const,
  label: 'M2',
  screw,
  holes: [hole(3.3)],
  ...own,
});
const out = operation({
  id: 'drive-out',
  takes: [{ key: 'd', kind: 'drive', verb: 'Out', label: 'old drive' }],
});
const codes = (operations: Operation[], slot: Partial<Parameters<typeof m2Slot>[0]> = {}) =>
  guideWarnings({
    guide: { ...model().guide, operations: [...operations, out] },
    places: [m2Slot(slot) as Slot],
  }).map((one) => one.code);

const clips = (caution: string, deepestMm: number) =>
  operation({ id: 'clips', caution, clips: { startAt: 'corner', deepestMm, note: null } });
const cable = (kind: 'latch' | 'press-on', caution: string) =>
  operation({
    id: 'cable',
    caution,
    takes: [
      {
        key: 'c',
        kind: 'lead',
        verb: 'Unplugged',
        label: 'cable',
        connector: { kind, opens: 'By its tab', hinge: null, colours: null },
      },
    ],
  });

it.each([
  ['one depth for the clips', [clips('No deeper than 3 mm.', 3)], []],
  ['two depths for the clips', [clips('No deeper than 3 mm.', 6)], ['two-clip-depths']],
  ['a bar that is lifted', [cable('latch', 'Flip latch: lift the other edge.')], []],
  ['a bar that is drawn straight', [cable('latch', 'Draw it straight up.')], ['two-latches']],
  [
    'a plug whose bar is lifted',
    [cable('press-on', 'Flip latch: find the hinge side and lift the other edge.')],
    ['two-latches'],
  ],
  [
    'captive screws that are said to be mixed up',
    [
      operation({
        id: 'a',
        caution: 'A long one in a short hole breaks it.',
        takes: [held({ captive: true })],
      }),
    ],
    ['captive-mixed'],
  ],
  [
    'loose ones of which that is so',
    [operation({ id: 'a', caution: 'A long one in a short hole breaks it.', takes: [held()] })],
    [],
  ],
] as const)('%s', (_, operations, expected) => expect(codes([...operations])).toEqual(expected));

it('one hole has one depth: within the guide, and against the thread of its post under the card', () => {
  const at = (id: string, depthMm: number, place: string | null = null) =>
    operation({ id, place, takes: [held({ holes: [hole(depthMm)] })] });
  expect(codes([at('a', 3.3), at('b', 4.4)])).toEqual(expect.arrayContaining(['two-hole-depths']));
  expect(codes([at('a', 3.3, 'm2-a')], { threadDepth: spec(2.5, 0.1) })).toEqual([]);
  expect(codes([at('a', 4.4, 'm2-a')], { threadDepth: spec(2.5, 0.1) })).toEqual(['two-hole-depths']);
});

it('what is charged for is laid on somewhere', () => {
  const paste = { usedUp: [{ kind: 'paste' as const, label: 'heat paste' }] };
  expect(codes([], paste)).toEqual(['laid-on-nowhere']);
  const cooler = operation({
    id: 'cooler',
    mirror: { title: 'Lay paste on', short: 'paste', minutes: 1, caution: null, lays: ['paste'] },
  });
  const after = { ...out, id: 'deep', after: [['cooler']] };
  expect(codes([cooler, after], { ...paste, reach: ['deep'] })).toEqual([]);
});

it('captive screws are no hazard in another hole, nor is another in theirs', () => {
  const long = operation({
    id: 'long',
    takes: [
      held({ screw: { ...screw, lengthMm: 6 }, holes: [{ xMm: 9, yMm: 9, depthMm: 8 }], captive: true }),
    ],
  });
  const short = operation({ id: 'short', takes: [held({ behind: 'board' })] });
  expect(codes([long, short])).toEqual([]);
  expect(
    codes([{ ...long, takes: long.takes.map((one) => ({ ...one, captive: false }) as never) }, short]),
  ).toEqual(['overlength']);
});
