import { ScrewSchema, type Screw } from '../hardware/index.js';
import { m2Drive, m2Slot, part } from '../testing/samples.js';
import { spec } from '../units/index.js';
import { bareSlot } from './place.js';
import { cardScrewNeed } from './rules/screw.js';
import { findScrews, judgeScrew, sayScrewWanted } from './screws.js';
import { judge } from './verdict.js';

const screw = (own: Partial<Screw> = {}): Screw =>
  ScrewSchema.parse({
    thread: 'M2',
    lengthMm: 2.5,
    head: 'wafer',
    bit: 'PH0',
    headDiameterMm: 4.5,
    headHeightMm: 0.5,
    ...own,
  });
const slot = m2Slot({ threadDepth: spec(2.4, 0.1) });
const need = cardScrewNeed(bareSlot(slot), slot, m2Drive());

// Between is the 0.8 mm board; three turns of ISO 261 pitch 0.4 are 1.2 mm; the thread is 2.4 mm deep.
it.each([
  ['right', {}, 'fits', 'turns'],
  ['of a smaller thread that starts and strips', { thread: 'M1.6' }, 'no', 'jam or strip'],
  ['of a larger thread', { thread: 'M3' }, 'no', 'does not go into M2'],
  ['too short to bite', { lengthMm: 1.9 }, 'no', '3 are the least'],
  ['too long', { lengthMm: 4 }, 'no', 'bottoms 0.8 mm'],
  ['so long that tolerances decide', { lengthMm: 3.25 }, 'unknown', 'measure the depth'],
  ['with a head beyond the keep-out', { headDiameterMm: 6 }, 'no', '5.5 mm left free'],
  ['with a head that slips through the notch', { headDiameterMm: 3.4 }, 'no', '3.5 mm notch'],
  ['with a head nobody measured', { headDiameterMm: null }, 'unknown', 'not measured'],
  ['with a head too high for the cover', { headHeightMm: 4 }, 'no', 'is free'],
  ['with a flat head', { head: 'flat' }, 'no', 'countersink'],
  ['for plastic', { form: 'forming' }, 'no', 'for plastic'],
] as const)('a screw %s', (_, own, verdict, words) =>
  expect(judgeScrew(need, screw(own))).toMatchObject({ verdict, sentence: expect.stringContaining(words) }),
);

it('says what to buy: the window from three turns to the ground', () =>
  expect(sayScrewWanted(need)).toBe('M2, 2 to 3.2 mm long, head over 3.5 to 5.5 mm'));

it('without a measured depth goes no deeper than the maker’s own screw', () => {
  const unmeasured = cardScrewNeed(bareSlot(m2Slot()), m2Slot(), m2Drive());
  expect(judgeScrew(unmeasured, screw()).verdict).toBe('fits');
  expect(judgeScrew(unmeasured, screw({ lengthMm: 3 })).verdict).toBe('unknown');
});

describe('ranking', () => {
  const stock = [
    part({ kind: 'screw', id: 'right', screw: screw(), drawer: 'D7' }),
    part({ kind: 'screw', id: 'gone', screw: screw(), inStock: 0 }),
    part({ kind: 'screw', id: 'long', screw: screw({ lengthMm: 5 }) }),
  ];
  const own = [
    { screw: screw({ lengthMm: 3, head: 'pan' }), count: 8, from: 'Undo 10 screws on the bottom cover' },
    { screw: screw({ thread: 'M1.6', lengthMm: 3 }), count: 3, from: 'Undo the battery' },
  ];

  it('takes the shelf before lending from the machine, and keeps the refused in sight', () => {
    expect(findScrews(need, stock, own).map((one) => [one.from, one.verdict])).toEqual([
      ['shelf', 'fits'],
      ['machine', 'fits'],
      ['shelf', 'no'],
      ['machine', 'no'],
    ]);
  });

  it('lends from the machine where the shelf has none, and the pick list says so', () => {
    const missing = m2Slot({ threadDepth: spec(2.4, 0.1), screwState: 'missing' });
    const verdict = judge(bareSlot(missing, undefined, { ownScrews: own }), m2Drive());
    expect(verdict.extras.find((one) => one.id === 'screw')).toMatchObject({
      item: { from: 'machine' },
      label: expect.stringContaining('bottom cover'),
    });
  });

  it('says what to get where nothing does', () => {
    const missing = m2Slot({ screwState: 'missing' });
    const extra = judge(bareSlot(missing), m2Drive()).extras.find((one) => one.id === 'screw');
    expect(extra?.item).toMatchObject({
      from: 'order',
      specification: expect.stringContaining('M2, 2 to 2.5 mm'),
    });
  });
});

it('recomputes the screw through an adapted plate', () => {
  const plate = { label: 'copper strip', thickness: spec(0.8, 0.05) };
  const place = bareSlot(slot, undefined, {
    plate,
    parts: [part({ kind: 'screw', id: 'longer', screw: screw({ lengthMm: 3.5 }) })],
  });
  const finding = judge(place, m2Drive()).findings.find((one) => one.rule === 'screw');
  // 2.5 - 0.8 - 0.8 = 0.9 mm: 2.25 turns.
  expect(finding).toMatchObject({ outcome: 'extras', sentence: expect.stringContaining('too short') });
  expect(finding?.extras[0]?.item?.partId).toBe('longer');
});
